/** One moment in words: the phrase for a sentence, and its steps one by one. */
import type { MomentStep } from "../../time";
import type { Written } from "../export/written";
import type { MomentWhy } from "../steps";
import { sayAnchor, sayWaiting } from "./anchor";
import { sayWeekdays, sayWrittenDate, sayWrittenInstant } from "./dates";
import { goesBack, sayOffset } from "./offset";
import { listed, type Speaker, sentence } from "./speaker";

export type WrittenMoment = Written<MomentWhy>;
type WrittenStep = Written<MomentStep>;

/** A step of a why, ready to be shown: the words, and the instant or date it settles, in writing. */
export interface Line {
  text: string;
  /** Said at the right edge: the date this step arrived at. */
  at: string | null;
}

/** "7 days after you enrolled on Fri 5 Mar, moved to a Monday": how a moment came about, as one phrase. */
export function sayMoment(moment: WrittenMoment, speaker: Speaker): string {
  if (moment.circular) return "counted from an opening that waits for this one in turn";
  if (moment.waitsFor) return `waiting for ${sayWaiting(moment.waitsFor, speaker)}`;
  return moment.steps
    .map((step, i) => phrase(step, moment.steps, i, speaker))
    .filter((part) => part !== "")
    .join(", ");
}

function phrase(
  step: WrittenStep,
  steps: readonly WrittenStep[],
  i: number,
  speaker: Speaker,
): string {
  switch (step.kind) {
    case "anchor":
      return anchorPhrase(step, steps[i + 1], speaker);
    case "aligned":
      return `moved to ${alignment(step)}`;
    case "time":
      // Enrollees read when, not by which of a school's settings.
      if (step.source === "release-hour")
        return speaker.person === "you" ? "" : "at the release hour";
      return step.source === "at" ? `at ${step.at}` : "";
    case "pause":
      if (step.days === 0) return "";
      return step.days === null
        ? "later by the length of a pause"
        : `${step.days} ${step.days === 1 ? "day" : "days"} later because of a pause`;
    case "clock-change":
      return step.change === "skipped"
        ? `moved on because clocks skip ${step.at} that day`
        : `the first of two times it is ${step.at} that day`;
    case "full-days":
      return "moved on until the days were full";
    case "not-before-anchor":
      return "which had passed already, so at once";
    case "day-end":
      return "to the end of that day";
    case "offset":
    case "waits":
      return "";
  }
}

function anchorPhrase(
  step: Extract<WrittenStep, { kind: "anchor" }>,
  next: WrittenStep | undefined,
  speaker: Speaker,
): string {
  const anchor = sayAnchor(step.anchor, speaker);
  const on = step.anchor.from === "date" ? "" : ` on ${sayWrittenDate(step.date, false)}`;
  if (next?.kind === "offset" && /[1-9]/.test(next.add)) {
    const way = goesBack(next.add) ? "before" : "after";
    return `${sayOffset(next.add)} ${way} ${anchor}${on}`;
  }
  if (step.anchor.from === "date") return `on ${anchor}`;
  if (step.anchor.from === "cohort-start" || step.anchor.from === "cohort-end")
    return `on ${anchor}, ${sayWrittenDate(step.date, false)}`;
  return `when ${anchor}${on}`;
}

function alignment(step: Extract<WrittenStep, { kind: "aligned" }>): string {
  if (step.weekdays.length === 0) return "a workday";
  const days = sayWeekdays(step.weekdays);
  return step.workdays ? `a ${days} that is a workday` : `a ${days}`;
}

/** Each step of a moment as a line of its own. */
export function momentLines(moment: WrittenMoment, speaker: Speaker): Line[] {
  const { zone } = speaker;
  const on = (date: string | null) => date && sayWrittenDate(date);
  const at = (instant: string | null) => instant && sayWrittenInstant(instant, zone);
  if (moment.circular) return [{ text: sentence(sayMoment(moment, speaker)), at: null }];
  return moment.steps.map((step): Line => {
    switch (step.kind) {
      case "waits":
        return { text: `Waits for ${sayWaiting(step.anchor, speaker)}`, at: null };
      case "anchor":
        return {
          text: sentence(sayAnchor(step.anchor, speaker)),
          at: step.instant === null ? on(step.date) : at(step.instant),
        };
      case "offset":
        return {
          text: `${goesBack(step.add) ? "−" : "+"} ${sayOffset(step.add)}`,
          at: step.instant === null ? on(step.date) : at(step.instant),
        };
      case "pause":
        return {
          text: `A pause from ${at(step.begins)} to ${at(step.ends)}: ${
            step.days === null
              ? "its length on top"
              : `${step.days} ${step.days === 1 ? "day" : "days"} on top`
          }`,
          at: step.instant === null ? on(step.date) : at(step.instant),
        };
      case "aligned":
        return {
          text: `Moved to ${alignment(step)}${
            step.skipped.length === 0
              ? ""
              : `; ${listed(step.skipped.slice(0, 5).map((day) => sayWrittenDate(day, false)))}${
                  step.skipped.length > 5 ? " and more" : ""
                } skipped`
          }`,
          at: on(step.date),
        };
      case "time":
        return { text: timeText(step, speaker), at: at(step.instant) };
      case "clock-change":
        return { text: sentence(phrase(step, moment.steps, 0, speaker)), at: at(step.instant) };
      case "full-days":
        return { text: "Moved on until the days were full", at: at(step.instant) };
      case "not-before-anchor":
        return { text: "That had passed already, so at once", at: at(step.instant) };
      case "day-end":
        return { text: "To the end of that day", at: at(step.instant) };
    }
  });
}

function timeText(step: Extract<WrittenStep, { kind: "time" }>, { person }: Speaker): string {
  switch (step.source) {
    case "at":
      return `At ${step.at}`;
    case "release-hour":
      return person === "you" ? `At ${step.at}` : `At ${step.at}, the release hour`;
    case "anchor":
      return "At the same time of day";
    case "midnight":
      return "At the start of the day";
  }
}
