/** What somebody holds: each of their courses, worked out at an instant, with what lists show of it. */
import type { Cover } from "@dawngate/contract/courses";
import type { Timeline } from "@dawngate/core/schedule";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { type Case, readCases, workOut } from "../schedule/case";
import { heldBy } from "./store";

export interface Holding extends Case {
  timeline: Timeline;
  cohortName: string | null;
  cover: Cover | null;
}

/** So many of the newest are shown: nobody learns in more courses at once. */
const MOST = 200;

/** The newest first. Read at once, and worked out one by one: they are one person's. */
export async function holdingsOf(
  tx: SchoolTransaction,
  school: SchoolId,
  person: string,
  now: Instant,
): Promise<Holding[]> {
  const rows = await heldBy(tx, person, MOST);
  if (rows.length === 0) return [];
  const cases = await readCases(
    tx,
    school,
    rows.map(({ id }) => id),
  );
  const known = new Map(cases.map((one) => [one.enrollment.id, one]));
  return rows.flatMap(({ id, cohortName, cover }) => {
    const found = known.get(id);
    return found ? [{ ...found, timeline: workOut(found, now), cohortName, cover }] : [];
  });
}
