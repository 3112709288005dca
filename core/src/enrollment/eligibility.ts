/** Whether somebody may enroll, and each reason why not (calculations.md 6, in its order). */
import type { Instant, Zone } from "../time";
import { type Window, windowInstants, windowState } from "./window";

/** What enrolling depends on. */
export interface EnrollingPlace {
  published: boolean;
  /** The course is in the school's archive: it takes nobody any more. */
  archived?: boolean;
  /** It is on sale: the way in is to buy it. */
  sold?: boolean;
  window: Window | null;
  /** Seats that are left; null: no limit. */
  seatsLeft: number | null;
  /** The cohort has ended at this instant, if there is a cohort. */
  ends: Instant | null;
}

/** A reason why somebody cannot enroll; instants where they help. */
export type EnrollingFault =
  | { kind: "in-already" }
  | { kind: "not-published" }
  | { kind: "archived" }
  | { kind: "sold" }
  | { kind: "not-yet"; opens: Instant }
  | { kind: "window-closed"; closed: Instant }
  | { kind: "cohort-ended"; ended: Instant }
  | { kind: "full" };

/** All that keeps somebody out; empty where nothing does. Somebody who is in is told that alone. */
export function enrollingFaults(
  place: EnrollingPlace,
  isIn: boolean,
  zone: Zone,
  now: Instant,
): EnrollingFault[] {
  if (isIn) return [{ kind: "in-already" }];
  const faults: EnrollingFault[] = [];
  if (!place.published) faults.push({ kind: "not-published" });
  if (place.archived) faults.push({ kind: "archived" });
  if (place.sold) faults.push({ kind: "sold" });
  if (place.window) {
    const { opens, closes } = windowInstants(place.window, zone);
    const state = windowState(place.window, zone, now);
    if (state === "before") faults.push({ kind: "not-yet", opens });
    if (state === "closed") faults.push({ kind: "window-closed", closed: closes });
  }
  if (place.ends !== null && place.ends <= now)
    faults.push({ kind: "cohort-ended", ended: place.ends });
  if (place.seatsLeft !== null && place.seatsLeft <= 0) faults.push({ kind: "full" });
  return faults;
}
