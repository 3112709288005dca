/** What may be seen of a school. */
import type { School } from "@dawngate/contract";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { notFound } from "../http/problem";
import { readSchool } from "./store";

/** Reads something of the school at an address; everything in `work` sees the same state. */
export async function reading<T>(
  db: Database,
  slug: string,
  work: (tx: SchoolTransaction, school: SchoolId) => Promise<T>,
): Promise<T> {
  const school = await db.findSchool(slug);
  if (!school) throw notFound(`There is no school at the address "${slug}".`);
  return db.readSchool(school, (tx) => work(tx, school));
}

export async function showSchool(db: Database, slug: string): Promise<School> {
  return reading(db, slug, async (tx) => {
    const { name, time_zone, currency, weekend, closed } = await readSchool(tx);
    return { slug, name, timeZone: time_zone, currency, calendar: { weekend, closed } };
  });
}
