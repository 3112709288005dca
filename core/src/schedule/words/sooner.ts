/** What would have to happen for something to open sooner, or again: the end of every why. */
import type { Anchor } from "../../time";
import type { Written } from "../export/written";
import type { MomentWhy } from "../steps";
import { sayAnchor, sayPart, sayWaiting } from "./anchor";
import type { WrittenOpening } from "./opening";
import { type Called, called, quoted, type Speaker, sentence } from "./speaker";

/** An item as the evaluator answers it. */
export interface Asked {
  opens: string | null;
  state: "closed" | "waiting" | "scheduled" | "open";
  reachable: boolean;
  waitsFor: readonly Anchor[];
  why: WrittenOpening;
}

/** How access stands at the same instant. */
export interface AskedAccess {
  state: "closed" | "waiting" | "scheduled" | "open";
  shutBy: "pause" | "suspension" | null;
}

/** Sentences, each a thing that would bring it forward; none where it is open. */
export function saySooner(item: Asked, access: AskedAccess, speaker: Speaker): string[] {
  const byHand = `A member of staff can open it for ${speaker.person === "you" ? "you" : "them"}.`;
  switch (item.state) {
    case "open":
      return [];
    case "waiting":
      return [...item.waitsFor.map((anchor) => sayNeed(anchor, speaker)), ...unless(item, byHand)];
    case "scheduled":
      return [...bringForward(item.why, speaker), byHand];
    case "closed":
      return openAgain(item, access, speaker, byHand);
  }
}

/** "You finish “The first loaf”." */
export function sayNeed(anchor: Anchor, speaker: Speaker): string {
  if (anchor.from === "paid") return `${sentence(sayPart(anchor.part))} would have to clear.`;
  if (anchor.from === "cohort-start" || anchor.from === "cohort-end")
    return `${sentence(speaker.person)} would need a place in a cohort.`;
  const told = sayWaiting(anchor, speaker).replace(/^(you|them) to /, (_, who) =>
    who === "you" ? "you " : "they ",
  );
  return `${sentence(told.replace(/^(.+?) to (be|open|begin)\b/, "$1 would have to $2"))}.`;
}

/** Where a member of staff is waited for, that is said already. */
function unless({ waitsFor }: Asked, byHand: string): string[] {
  return waitsFor.some(({ from }) => from === "staff" || from === "paid") ? [] : [byHand];
}

function bringForward(why: WrittenOpening, speaker: Speaker): string[] {
  const result = why.at(-1);
  const decidedBy = result?.kind === "opens" ? result.decidedBy : null;
  const step = why.find(({ kind }) => kind === decidedBy);
  switch (step?.kind) {
    case "access":
      return [ACCESS[step.decidedBy](called(speaker))];
    case "module":
      return [
        `Its ${called(speaker).module}, ${quoted(speaker.titleOf(step.item))}, would have to open sooner.`,
      ];
    case "gate": {
      const decided = step.decided === null ? undefined : step.moments[step.decided];
      const others =
        step.need === "any"
          ? step.moments.flatMap(({ waitsFor }) => (waitsFor ? [sayNeed(waitsFor, speaker)] : []))
          : [];
      return [...(decided ? [ofMoment(decided, speaker)] : []), ...others];
    }
    default:
      return [];
  }
}

const ACCESS = {
  enrolled: () => "Access begins with enrolling; nothing opens before it.",
  paid: () => "Access begins with the first payment; nothing opens before it.",
  "cohort-start": () => "The cohort would have to begin earlier.",
  "opens-on": ({ course }: Called) => `The ${course} itself would have to open earlier.`,
} as const;

function ofMoment({ steps }: Written<MomentWhy>, speaker: Speaker): string {
  const first = steps.find(({ kind }) => kind === "anchor");
  const anchor = first?.kind === "anchor" ? first.anchor : null;
  switch (anchor?.from) {
    case undefined:
      return "Its gate would have to change.";
    case "opened":
      return `${quoted(speaker.titleOf(anchor.item))} would have to open sooner.`;
    case "date":
      return "The date in its gate would have to change.";
    case "cohort-start":
    case "cohort-end":
      return "The cohort's dates would have to change.";
    default:
      return `It counts from when ${sayAnchor(anchor as Anchor, speaker)}, which stands: its gate would have to change.`;
  }
}

function openAgain(
  item: Asked,
  { state, shutBy }: AskedAccess,
  { person }: Speaker,
  byHand: string,
): string[] {
  if (shutBy === "pause") return ["The pause would have to end."];
  if (shutBy === "suspension") return ["The suspension would have to be lifted."];
  if (state === "closed")
    return [`${person === "you" ? "Your" : "Their"} access would have to be extended or renewed.`];
  return item.reachable
    ? [byHand]
    : ["It closes before it opens: its dates would have to change.", byHand];
}
