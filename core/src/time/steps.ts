/**
 * The steps of a why: how an instant came about, as data. The evaluation that produces a result records
 * them on the way, so that an explanation can never disagree with its result. The interface writes the
 * sentences.
 */
import type { Instant, LocalDate } from "./types";

/** An anchor as it stands in a plan, with the value it carries. */
export type Anchor =
  | { from: "enrolled" | "started" | "access" | "cohort-start" | "cohort-end" }
  | { from: "paid"; part?: number }
  | { from: "opened" | "completed" | "passed"; item: string }
  | { from: "staff"; item?: string }
  | { from: "signal"; name: string }
  | { from: "date"; date: string };

/** Where a time of day came from. */
export type TimeSource = "at" | "release-hour" | "anchor" | "midnight";

/** A step of one moment. Every step that settles an instant carries it; the last one carries the result. */
export type MomentStep =
  /** The anchor and what it stood for: an instant, or a date. */
  | { kind: "anchor"; anchor: Anchor; instant: Instant | null; date: LocalDate; zone: string }
  /** The anchor has not happened. */
  | { kind: "waits"; anchor: Anchor }
  /** The offset was added; `instant` for hours and minutes. */
  | { kind: "offset"; add: string; date: LocalDate | null; instant: Instant | null }
  /** A pause added its local days to the date, or its length to a time offset. */
  | {
      kind: "pause";
      begins: Instant;
      ends: Instant;
      days: number | null;
      date: LocalDate | null;
      instant: Instant | null;
    }
  /** The date moved forward to an allowed one; `skipped` are the weekend and closed days it passed over. */
  | {
      kind: "aligned";
      weekdays: number[];
      workdays: boolean;
      skipped: LocalDate[];
      date: LocalDate;
    }
  /** The date got its time. */
  | { kind: "time"; at: string; source: TimeSource; instant: Instant }
  /** That local time does not exist, or happens twice. */
  | { kind: "clock-change"; change: "skipped" | "repeated"; at: string; instant: Instant }
  /** `counting: full`: moved on until the days were full. */
  | { kind: "full-days"; date: LocalDate; instant: Instant }
  /** Never before the anchor. */
  | { kind: "not-before-anchor"; instant: Instant }
  /** The end of the day: the start of the next. */
  | { kind: "day-end"; date: LocalDate; instant: Instant };
