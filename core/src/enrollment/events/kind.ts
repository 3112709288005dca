/**
 * What a kind of event of an enrollment is. The plan file's form of an event, and what it does to a timeline, lie in
 * the rooms below (plan/events.ts, schedule/history.ts): the evaluator stands on them alone. All else is said here,
 * once a kind, in a file of its own.
 */
import { z } from "zod";
import type { PlanEnrollment } from "../../plan";
import type { Timeline } from "../../schedule";

/** Why something is done; it stays on the record. */
export const reason = z.string().trim().min(1, "Say why; it stays on the record").max(2000);

/** What has to be known of somebody to say whether an act makes sense for them. */
export interface Standpoint {
  enrollment: PlanEnrollment;
  /** As it stands before the act. */
  timeline: Timeline;
  /** Seats left in the cohort they would be moved to; null: no limit. */
  seatsLeft: number | null;
}

/** Something staff do, by which events of the kind come to be. */
export interface Act<Schema extends z.ZodType = z.ZodType> {
  /** What the button says. */
  offer: string;
  /** What is asked for, with the reason. */
  schema: Schema;
  /** What has to be said beside the reason. */
  asks?: "days" | "date" | "cohort" | "item";
  /** Why it makes no sense for somebody, as a sentence; null: it does. */
  whyNot(asked: z.output<Schema>, standpoint: Standpoint): string | null;
}

/** What takes an event back. */
export type Undoing =
  /** The act of another kind, while this is the last event of these kinds, of the same item where it has one. */
  | { by: string; among: readonly string[] }
  /** The act by which somebody is again where they were before. */
  | "the cohort before"
  /** The act after which access ends when it would have ended without the event. */
  | "the end before";

export interface EventKind<Type extends string = string, Schema extends z.ZodType = z.ZodType> {
  type: Type;
  /** What it says on a person's record. */
  said: string;
  /** It says how an enrollment is set up, not what happened in it. */
  setsUp?: true;
  /** A person's own work in the course leaves it: by it one knows when they were here. */
  isTheirOwn?: true;
  act?: Act<Schema>;
  undo?: Undoing;
}

/**
 * A kind, with its exact types.
 *
 * @example
 * export const paused = eventKind({ type: "paused", said: "Paused", act: { … }, undo: { … } });
 */
export const eventKind = <Type extends string, Schema extends z.ZodType>(
  kind: EventKind<Type, Schema>,
): EventKind<Type, Schema> => kind;

/** A kind that staff make happen: its act is there. */
export const actedKind = <Type extends string, Schema extends z.ZodType>(
  kind: EventKind<Type, Schema> & { act: Act<Schema> },
): EventKind<Type, Schema> & { act: Act<Schema> } => kind;

/** What is asked for where nothing but the reason has to be said. */
export const plain = <Type extends string>(type: Type) =>
  z.strictObject({ type: z.literal(type), reason });

/** Whether the last of two opposite kinds is the first of them. */
export const isLast = ({ enrollment }: Standpoint, begin: string, end: string) =>
  enrollment.events.findLast(({ type }) => type === begin || type === end)?.type === begin;
