/** What the evaluator answers: for one enrollee, access and every item, at one instant. */
import type { Anchor, Instant } from "../time";
import type { ClosingStep, EndStep, MomentWhy, OpeningStep, StartStep } from "./steps";

/** `closed` before `waiting` before `scheduled` before `open`: the first that holds. */
export type State = "closed" | "waiting" | "scheduled" | "open";

export interface Access {
  /** Null while a payment is waited for. */
  from: Instant | null;
  /** The latest known part of the start. */
  knownFrom: Instant;
  /** Null: no end. */
  until: Instant | null;
  state: State;
  untilWaitsFor: Anchor[];
  /** A pause or a suspension runs at this instant. */
  shutBy: "pause" | "suspension" | null;
  fromWhy: StartStep[];
  untilWhy: EndStep[];
}

export interface TimelineItem {
  id: string;
  kind: "module" | "lesson";
  opens: Instant | null;
  /** Where there is no date: the latest instant among all parts that are known. */
  notBefore: Instant | null;
  closes: Instant | null;
  due: Instant | null;
  state: State;
  done: boolean;
  reachable: boolean;
  waitsFor: Anchor[];
  why: OpeningStep[];
  closesWhy: ClosingStep[];
  dueWhy: MomentWhy | null;
}

export interface Timeline {
  /** The enrollment. */
  id: string;
  access: Access;
  progress: { done: number; of: number };
  completedAt: Instant | null;
  /** Every published module and lesson, in outline order. */
  items: TimelineItem[];
}
