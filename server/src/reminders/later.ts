/** When a door with reminders is looked at: in the morning on which it opens, and each day before, since windows move. */
import type { Door } from "@dawngate/contract/reminders";
import type { Instant } from "@dawngate/core/time";
import { MORNING } from "../base/morning";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { follow } from "../jobs/outbox";

const DAY = 24 * 3_600_000;

const keyOf = (door: Door) =>
  door.kind === "listing"
    ? JSON.stringify(["listing", door.listing])
    : JSON.stringify([door.kind, door.course, door.kind === "cohort" ? door.cohort : null]);

/** Asked for again while it waits, it is looked at once. */
export async function lookLater(
  tx: SchoolTransaction,
  school: SchoolId,
  door: Door,
  opens: Instant,
  now: Instant,
): Promise<void> {
  await follow(
    tx,
    school,
    "remind",
    { school, door },
    {
      once: `remind ${school} ${keyOf(door)}`,
      after: Math.max(0, Math.min(opens + MORNING - now, DAY)),
    },
  );
}
