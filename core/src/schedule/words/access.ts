/** Why access begins and ends when it does, and why an item shuts. */

import { parseInstant } from "../../time";
import type { Written } from "../export/written";
import type { ClosingStep, EndStep, StartStep } from "../steps";
import { sayWaiting } from "./anchor";
import { sayEnd, sayWrittenDate, sayWrittenInstant } from "./dates";
import { type Line, momentLines, sayMoment } from "./moment";
import { sayOffset } from "./offset";
import type { Explanation } from "./opening";
import { type Called, called, type Speaker, sentence } from "./speaker";

/** An end in writing, said: "the end of Sat 1 May 2027". */
export function sayWrittenEnd(text: string, { zone }: Pick<Speaker, "zone">): string {
  const parsed = parseInstant(text);
  return parsed.ok ? sayEnd(parsed.value, zone) : text;
}

const START = {
  enrolled: () => "Enrolled",
  paid: () => "First payment",
  "cohort-start": () => "The cohort's first day",
  "opens-on": ({ course }: Called) => `The ${course} opens`,
} as const;

/** Puts the start of access into words. */
export function explainStart(why: Written<StartStep[]>, speaker: Speaker): Explanation {
  const last = why.at(-1);
  const begins = last?.kind === "begins" ? last : null;
  const lines: Line[] = why.flatMap((step) =>
    step.kind === "begins"
      ? []
      : [
          {
            text: `${START[step.kind](called(speaker))}${step.instant === null ? ": not yet" : ""}`,
            at: step.instant && sayWrittenInstant(step.instant, speaker.zone),
          },
        ],
  );
  return {
    sentence:
      !begins || begins.instant === null
        ? "Access waits for the first payment."
        : `Access begins ${sayWrittenInstant(begins.instant, speaker.zone)}.`,
    groups: [{ heading: "The latest of these counts", lines, decides: true }],
  };
}

const SOURCES = {
  validity: "Validity",
  "cohort-end": "The cohort's last day and its grace",
  "paid-through": "The paid period and its grace",
} as const;

/** Puts the end of access into words. */
export function explainEnd(why: Written<EndStep[]>, speaker: Speaker): Explanation {
  const last = why.at(-1);
  const ends = last?.kind === "ends" ? last.instant : null;
  const groups: Explanation["groups"] = [];
  const waits: string[] = [];
  for (const step of why) {
    if (step.kind === "ends") continue;
    if (step.kind === "end") {
      if (step.moment?.waitsFor) waits.push(sayMoment(step.moment, speaker));
      groups.push({
        heading: SOURCES[step.source],
        lines: step.moment
          ? momentLines(step.moment, speaker)
          : [{ text: "Ends", at: step.instant && sayWrittenEnd(step.instant, speaker) }],
        decides: false,
      });
    } else groups.push({ heading: "Then", lines: [endLine(step, speaker)], decides: false });
  }
  const lastGroup = groups.at(-1);
  if (lastGroup) lastGroup.decides = ends !== null;
  const sentenceText =
    ends === null
      ? waits.length === 0
        ? "Access has no end."
        : `Access has no end yet: ${waits.join("; ")}.`
      : `Access ends at ${sayWrittenEnd(ends, speaker)}.`;
  return { sentence: sentenceText, groups };
}

type Moved = Exclude<Written<EndStep>, { kind: "end" } | { kind: "ends" }>;

function endLine(step: Moved, speaker: Speaker): Line {
  const on = (instant: string) => sayWrittenInstant(instant, speaker.zone);
  const at = step.instant === null ? null : sayWrittenEnd(step.instant, speaker);
  switch (step.kind) {
    case "end-paused":
      return {
        text: `A pause from ${on(step.begins)} to ${on(step.ends)} moved the end by ${step.days} ${step.days === 1 ? "day" : "days"}`,
        at,
      };
    case "extended":
    case "renewed": {
      const verb = sentence(step.kind);
      const amount =
        step.through === null
          ? `by ${sayOffset(step.add ?? "P0D")}`
          : `through ${sayWrittenDate(step.through)}`;
      return {
        text: `${verb} ${amount} on ${on(step.at)}${step.late ? ", after the end, so counted from then" : ""}`,
        at,
      };
    }
    case "end-set":
      return { text: `Set on ${on(step.at)} to end on ${sayWrittenDate(step.through)}`, at };
    case "revoked":
      return { text: "Taken away", at: on(step.instant) };
  }
}

/** Puts the why of a closing into words. */
export function explainClosing(why: Written<ClosingStep[]>, speaker: Speaker): Explanation {
  const last = why.at(-1);
  const result = last?.kind === "shuts" ? last : null;
  const groups = why.flatMap((step): Explanation["groups"] => {
    const decides = result?.decidedBy === step.kind && result.instant === step.instant;
    switch (step.kind) {
      case "shuts":
        return [];
      case "own-closing":
      case "module-closing":
        return [
          {
            heading:
              step.kind === "own-closing"
                ? "Its own closing"
                : `Its ${called(speaker).module}'s closing`,
            lines: step.moment.waitsFor
              ? [
                  {
                    text: `Does not count yet: waits for ${sayWaiting(step.moment.waitsFor, speaker)}`,
                    at: null,
                  },
                ]
              : momentLines(step.moment, speaker),
            decides,
          },
        ];
      case "staff-closing":
        return [
          {
            heading: "Given by the member of staff who opened it",
            lines: [{ text: "Closes", at: sayWrittenEnd(step.instant, speaker) }],
            decides,
          },
        ];
      case "access-ends":
        return [
          {
            heading: "The end of access",
            lines: [{ text: "Ends", at: sayWrittenEnd(step.instant, speaker) }],
            decides,
          },
        ];
    }
  });
  return {
    sentence:
      result?.instant == null
        ? "It stays open once it has opened."
        : `Closes at ${sayWrittenEnd(result.instant, speaker)}.`,
    groups,
  };
}
