/** The steps of an item's or an access's why. They hold the steps of the moments that led to them. */
import type { Anchor, Instant, LocalDate, MomentStep } from "../time";

/** How one moment of a gate, a validity, a closing or a due date came out. */
export interface MomentWhy {
  /** Null while it waits. */
  instant: Instant | null;
  /** What it waits for, where it does. */
  waitsFor: Anchor | null;
  /** It counts from an opening that leads back to its own item. */
  circular?: boolean;
  steps: MomentStep[];
}

/** Which condition decided an opening. */
export type OpeningReason = "access" | "module" | "gate" | "order" | "staff" | "sample";

/** Why an item opens when it does. The last step is always `opens` and carries the result. */
export type OpeningStep =
  | { kind: "access"; instant: Instant | null; decidedBy: AccessReason }
  | { kind: "module"; item: string; instant: Instant | null }
  | {
      kind: "gate";
      need: "all" | "any";
      /** The number of the moment that decided; null while the gate waits. */
      decided: number | null;
      instant: Instant | null;
      moments: MomentWhy[];
      /** The gate is the cohort's own. */
      ofCohort: boolean;
    }
  /** Place in the order: the completion that came last, or the lesson that is still missing. */
  | { kind: "order"; item: string; instant: Instant | null }
  | { kind: "staff"; instant: Instant | null; decides: boolean }
  | { kind: "sample"; instant: Instant }
  | { kind: "opens"; instant: Instant | null; decidedBy: OpeningReason | null };

/** Which part of the start of access came last. */
export type AccessReason = "enrolled" | "paid" | "cohort-start" | "opens-on";

/** Why access begins when it does. */
export type StartStep =
  | { kind: AccessReason; instant: Instant | null }
  | { kind: "begins"; instant: Instant | null; decidedBy: AccessReason };

/** Where an end of access comes from. */
export type EndSource = "validity" | "cohort-end" | "paid-through";

/** Why access ends when it does, or why it does not. The last step is always `ends`. */
export type EndStep =
  | { kind: "end"; source: EndSource; instant: Instant | null; moment: MomentWhy | null }
  /** A pause moved an end by its local days. */
  | {
      kind: "end-paused";
      source: EndSource | null;
      begins: Instant;
      ends: Instant;
      days: number;
      instant: Instant;
    }
  | {
      kind: "extended" | "renewed";
      at: Instant;
      add: string | null;
      through: LocalDate | null;
      /** The end had passed: the offset counts from the event. */
      late: boolean;
      instant: Instant | null;
    }
  | { kind: "end-set"; at: Instant; through: LocalDate; instant: Instant }
  | { kind: "revoked"; instant: Instant }
  | { kind: "ends"; instant: Instant | null };

/** Why an item shuts when it does. The last step is always `shuts`. */
export type ClosingStep =
  | { kind: "own-closing" | "module-closing"; moment: MomentWhy; instant: Instant | null }
  | { kind: "staff-closing"; instant: Instant }
  | { kind: "access-ends"; instant: Instant }
  | { kind: "shuts"; instant: Instant | null; decidedBy: string | null };
