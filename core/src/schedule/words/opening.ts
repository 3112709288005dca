/** Why an item opens when it does: one sentence, and the steps that lead to it. */
import type { Written } from "../export/written";
import type { OpeningStep } from "../steps";
import { sayWaiting } from "./anchor";
import { sayWrittenInstant } from "./dates";
import { type Line, momentLines, sayMoment } from "./moment";
import { type Called, called, listed, quoted, type Speaker, sentence } from "./speaker";

export type WrittenOpening = Written<OpeningStep[]>;
type Step = WrittenOpening[number];

export interface Explanation {
  /** The whole reason in one sentence. */
  sentence: string;
  /** The steps, in groups with a heading each; the last line is the result. */
  groups: { heading: string; lines: Line[]; decides: boolean }[];
}

const ACCESS = {
  enrolled: () => "enrolling",
  paid: () => "the first payment",
  "cohort-start": () => "the cohort's first day",
  "opens-on": ({ course }: Called) => `the day the ${course} opens`,
} as const;

/** Puts the why of an opening into words. */
export function explainOpening(why: WrittenOpening, speaker: Speaker): Explanation {
  const result = why.at(-1);
  const opens = result?.kind === "opens" ? result : null;
  const groups = why
    .filter((step) => step.kind !== "opens")
    .map((step) => ({
      heading: heading(step, speaker),
      lines: lines(step, speaker),
      decides: opens !== null && opens.decidedBy === decider(step),
    }));
  const said = (instant: string) => sayWrittenInstant(instant, speaker.zone);
  if (!opens) return { sentence: "", groups };
  if (opens.instant === null)
    return { sentence: `No date yet: ${sayMissing(why, speaker)}.`, groups };
  const decided = why.find((step) => decider(step) === opens.decidedBy);
  const reason = decided ? sayReason(decided, speaker) : "";
  return { sentence: `Opens ${said(opens.instant)}: ${reason}.`, groups };
}

function decider(step: Step): string {
  return step.kind;
}

function sayReason(step: Step, speaker: Speaker): string {
  const your = speaker.person === "you" ? "your" : "their";
  switch (step.kind) {
    case "access":
      return `with ${your} access, which begins with ${ACCESS[step.decidedBy](called(speaker))}`;
    case "module":
      return `with its ${called(speaker).module}, ${quoted(speaker.titleOf(step.item))}`;
    case "gate": {
      const decided = step.decided === null ? null : step.moments[step.decided];
      if (!decided) return "";
      const phrase = sayMoment(decided, speaker);
      if (step.moments.length === 1) return phrase;
      return step.need === "all"
        ? `${phrase}, the last of ${step.moments.length} conditions`
        : `${phrase}, the first of ${step.moments.length} conditions`;
    }
    case "order":
      return `when ${speaker.person} finished ${quoted(speaker.titleOf(step.item))}, which comes before it`;
    case "staff":
      return "opened by a member of staff";
    case "sample":
      return "a sample, open to everybody";
    case "opens":
      return "";
  }
}

/** What is missing, of an opening without a date. */
function sayMissing(why: WrittenOpening, speaker: Speaker): string {
  const missing: string[] = [];
  for (const step of why) {
    if (step.kind === "access" && step.instant === null)
      missing.push("it waits for the first payment");
    if (step.kind === "module" && step.instant === null)
      missing.push(
        `its ${called(speaker).module}, ${quoted(speaker.titleOf(step.item))}, has no date yet`,
      );
    if (step.kind === "gate" && step.instant === null) missing.push(gateMissing(step, speaker));
    if (step.kind === "order" && step.instant === null)
      missing.push(`it waits for ${sayWaiting({ from: "completed", item: step.item }, speaker)}`);
  }
  return listed(missing) || "something it counts from has not happened";
}

function gateMissing(step: Extract<Step, { kind: "gate" }>, speaker: Speaker): string {
  const waits = step.moments.flatMap((moment) => {
    if (moment.circular) return ["an opening that waits for this one in turn"];
    return moment.waitsFor ? [sayWaiting(moment.waitsFor, speaker)] : [];
  });
  return `it waits for ${listed(waits, step.need === "any" ? "or" : "and")}`;
}

function heading(step: Step, speaker: Speaker): string {
  switch (step.kind) {
    case "access":
      return `${speaker.person === "you" ? "Your" : "Their"} access`;
    case "module":
      return `Its ${called(speaker).module}, ${quoted(speaker.titleOf(step.item))}`;
    case "gate":
      return `${step.ofCohort ? "The cohort's own gate" : "Its gate"}${
        step.moments.length > 1
          ? step.need === "all"
            ? ": all of these, so the latest counts"
            : ": any of these, so the earliest counts"
          : ""
      }`;
    case "order":
      return "Its place in the order";
    case "staff":
      return "Opened by a member of staff";
    case "sample":
      return "A sample";
    case "opens":
      return "";
  }
}

function lines(step: Step, speaker: Speaker): Line[] {
  const at = (instant: string | null) =>
    instant === null ? null : sayWrittenInstant(instant, speaker.zone);
  switch (step.kind) {
    case "access":
      return [
        {
          text:
            step.instant === null
              ? "Waits for the first payment"
              : sentence(`begins with ${ACCESS[step.decidedBy](called(speaker))}`),
          at: at(step.instant),
        },
      ];
    case "module":
      return [{ text: step.instant === null ? "Has no date yet" : "Opens", at: at(step.instant) }];
    case "gate":
      return step.moments.flatMap((moment) => momentLines(moment, speaker));
    case "order": {
      const title = quoted(speaker.titleOf(step.item));
      return [
        {
          text:
            step.instant === null
              ? `Waits for ${speaker.person === "you" ? "you" : "them"} to finish ${title}`
              : `${title} was finished`,
          at: at(step.instant),
        },
      ];
    }
    case "staff":
      return [
        {
          text: step.decides
            ? "Counts instead of all other conditions"
            : "It would have opened by itself no later",
          at: at(step.instant),
        },
      ];
    case "sample":
      return [{ text: "Open to everybody, from enrolling on", at: at(step.instant) }];
    case "opens":
      return [];
  }
}
