/** Everybody in a course as one picture: counted in a thread, and kept while counting takes long. */
import type { Everybody } from "@dawngate/contract/schedule";
import { CrowdCount } from "@dawngate/core/schedule/bulk";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { LRUCache } from "lru-cache";
import { published } from "../courses/service";
import { versionPlans } from "../courses/versions";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { planSchool } from "../school/plan";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { readCohorts } from "./cohort-store";
import { inBulkFor } from "./in-bulk";
import { lotsOf } from "./lot-store";
import { EVERYBODY } from "./tasks";

/** As many instants as a wide picture has room for. */
const SAMPLES = 361;
/** A crowd of so many is counted once in so long, whatever people do meanwhile; the answer says of when it is. */
const CROWD = 5000;
const KEPT_FOR = 60_000;

const kept = new LRUCache<string, Everybody>({ max: 200, ttl: KEPT_FOR });
const underWay = new Map<string, Promise<Everybody>>();

/** How many of the people whom one may see have what open. A new version, other dates of a cohort or days of the school count at once. */
export async function showEverybody(
  { db, threads }: Pick<Services, "db" | "threads">,
  context: Context,
  course: string,
): Promise<Everybody> {
  const { school, cohorts, now } = context;
  const key = await reading(db, context, async (tx) =>
    JSON.stringify([
      school,
      course,
      cohorts,
      (await published(tx, school, course)).number,
      planSchool(await readSchool(tx)),
      await readCohorts(tx, course),
    ]),
  );
  const found = kept.get(key) ?? underWay.get(key);
  if (found) return found;
  const made = threads
    .run(EVERYBODY, { school, course, cohorts, now })
    .finally(() => underWay.delete(key));
  underWay.set(key, made);
  const answer = await made;
  if (answer.people + answer.shut > CROWD) kept.set(key, answer);
  return answer;
}

/** The people of a course, of all cohorts or some, counted. */
export async function everybodyIn(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  cohorts: string[] | null,
  now: Instant,
): Promise<Everybody> {
  const { number } = await published(tx, school, course);
  const inBulk = await inBulkFor(tx, course);
  const count = new CrowdCount(now);
  for await (const lot of lotsOf(tx, course)) {
    const theirs = lot.filter(
      ({ enrollment }) => cohorts === null || cohorts.includes(enrollment.cohort ?? ""),
    );
    for (const { versions, people } of inBulk.alike(theirs, number)) {
      const plans = await versionPlans(tx, school, course, versions);
      count.add(inBulk.answer(plans, people, now, { closes: true }));
    }
  }
  const { people, shut, from, step, items } = count.picture(SAMPLES);
  const written = (at: Instant | null) => (at === null ? null : formatInstant(at));
  return {
    at: formatInstant(now),
    people,
    shut,
    from: formatInstant(from as Instant),
    step,
    items: items.map(({ first, last, ...item }) => {
      return { ...item, first: written(first), last: written(last) };
    }),
  };
}
