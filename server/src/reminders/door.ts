/** A door as it stands: what it leads to, when it opens, until when it is open. */
import type { Door } from "@dawngate/contract/reminders";
import { type Window, windowInstants, windowState } from "@dawngate/core/enrollment";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { findPublished } from "../courses/service";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { readListing } from "../sales/listing-store";
import { readCohorts } from "../schedule/cohort-store";

export interface DoorNow {
  title: string;
  /** Where one comes in, below the school's address. */
  path: string;
  state: "before" | "open" | "closed";
  /** Null: it opens on no day that is known. */
  opens: Instant | null;
  /** Its last day; null: it stays open. */
  closes: string | null;
}

/** Null: there is no such door, or nobody can see it. */
export async function doorNow(
  tx: SchoolTransaction,
  { school, timeZone, now }: { school: SchoolId; timeZone: string; now: Instant },
  door: Door,
): Promise<DoorNow | null> {
  const found = await windowOf(tx, school, door);
  if (!found) return null;
  const { title, path, window } = found;
  const zone = zoneOf(timeZone);
  const state = windowState(window, zone, now);
  return {
    title,
    path,
    state: state === "before" || state === "closed" ? state : "open",
    opens: window ? windowInstants(window, zone).opens : null,
    closes: window?.closes ?? null,
  };
}

async function windowOf(
  tx: SchoolTransaction,
  school: SchoolId,
  door: Door,
): Promise<{ title: string; path: string; window: Window | null } | null> {
  if (door.kind === "listing") {
    const row = await readListing(tx, door.listing);
    if (row?.state !== "on-sale" && row?.state !== "private") return null;
    const { title, window, cohorts } = row.offer;
    const windows = [window];
    // What is sold with a cohort is bought while its window is open too.
    for (const { course, cohort } of cohorts)
      for (const named of await readCohorts(tx, course))
        if (named.cohort.id === cohort) windows.push(named.cohort.window);
    return { title, path: `o/${door.listing}`, window: allOpen(windows) };
  }
  const course = await findPublished(tx, school, door.course);
  if (!course || course.archived) return null;
  const { title, window } = course.plan;
  const path = `c/${door.course}`;
  if (door.kind === "course") return { title, path, window };
  const named = (await readCohorts(tx, door.course)).find(
    ({ cohort }) => cohort.id === door.cohort,
  );
  return named ? { title: `${title}, ${named.name}`, path, window: named.cohort.window } : null;
}

/** When all of several are open; null: always. */
function allOpen(windows: readonly (Window | null)[]): Window | null {
  const [first, ...others] = windows.filter((one) => one !== null);
  return first === undefined
    ? null
    : others.reduce(
        (both, one) => ({
          opens: one.opens > both.opens ? one.opens : both.opens,
          closes: one.closes < both.closes ? one.closes : both.closes,
        }),
        first,
      );
}
