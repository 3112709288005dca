/** A page of those whom a change would touch. */
import type { Touched } from "@dawngate/contract/review";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../../db/connection";
import { type AskedChange, touchedOf } from "../../review/change";
import type { TaskParts } from ".";

export async function touched(
  { db }: TaskParts,
  {
    school,
    now,
    change,
    after,
  }: { school: SchoolId; now: Instant; change: AskedChange; after: string | undefined },
): Promise<Touched> {
  return db.readSchool(school, (tx) => touchedOf({ tx, school, now }, change, after));
}
