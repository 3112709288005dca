/** Anchors in words: what a moment counts from, and what is waited for. */
import type { Anchor } from "../../time";
import { sayWrittenDate } from "./dates";
import { called, quoted, type Speaker } from "./speaker";

/** The anchor after "after", "before" or "when": "you enrolled", "“Shaping” opens", "1 May 2027". */
export function sayAnchor(anchor: Anchor, speaker: Speaker): string {
  const { titleOf, person } = speaker;
  switch (anchor.from) {
    case "enrolled":
      return `${person} enrolled`;
    case "paid":
      return `${sayPart(anchor.part)} cleared`;
    case "started":
      return `${person} opened ${person === "you" ? "your" : "their"} first ${called(speaker).lesson}`;
    case "access":
      return `${person === "you" ? "your" : "their"} access begins`;
    case "opened":
      return `${quoted(titleOf(anchor.item))} opens`;
    case "completed":
      return `${person} finished ${quoted(titleOf(anchor.item))}`;
    case "passed":
      return `${person} passed ${quoted(titleOf(anchor.item))}`;
    case "staff":
      return "a member of staff opened it";
    case "signal":
      return `${quoted(anchor.name)} was reported`;
    case "date":
      return sayWrittenDate(anchor.date);
    case "cohort-start":
      return "the cohort's first day";
    case "cohort-end":
      return "the cohort's last day";
  }
}

/** A payment by its number: "the first payment", "payment 2". */
export const sayPart = (part?: number) =>
  part === undefined ? "the first payment" : `payment ${part}`;

/** What is waited for, after "waits for": "you to pass “Reading the crumb”". */
export function sayWaiting(anchor: Anchor, speaker: Speaker): string {
  const { titleOf } = speaker;
  const person = speaker.person === "you" ? "you" : "them";
  switch (anchor.from) {
    case "paid":
      return sayPart(anchor.part);
    case "started":
      return `${person} to open the first ${called(speaker).lesson}`;
    case "access":
      return "access to begin";
    case "opened":
      return `${quoted(titleOf(anchor.item))} to open`;
    case "completed":
      return `${person} to finish ${quoted(titleOf(anchor.item))}`;
    case "passed":
      return `${person} to pass ${quoted(titleOf(anchor.item))}`;
    case "staff":
      return anchor.item === undefined
        ? "a member of staff to open it"
        : `a member of staff to open ${quoted(titleOf(anchor.item))}`;
    case "signal":
      return `${quoted(anchor.name)} to be reported`;
    case "cohort-start":
    case "cohort-end":
      return "a place in a cohort";
    case "enrolled":
      return "enrolling";
    case "date":
      return sayAnchor(anchor, speaker);
  }
}
