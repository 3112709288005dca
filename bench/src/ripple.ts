/**
 * Ripple and projection for 20,000 people on a course of 40 weekly modules and 50 lessons: how long, and what it is
 * made of. Run by npm run bench:ripple, on the tests' cluster.
 */
import { randomBytes } from "node:crypto";
import type { PlanCourse } from "@dawngate/core/plan";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { saveDraft } from "@dawngate/server/courses/draft-changes-store";
import type { Cluster } from "@dawngate/server/db/address";
import { openDatabase, type SchoolId } from "@dawngate/server/db/connection";
import { dropDatabase, prepareDatabase } from "@dawngate/server/db/prepare";
import { importSchool } from "@dawngate/server/import/import";
import { rippleOf } from "@dawngate/server/review/change";
import { publish } from "@dawngate/server/review/service";
import { InBulk } from "@dawngate/server/schedule/in-bulk";
import { LOT, readLot } from "@dawngate/server/schedule/lot-store";
import { projectCourse } from "@dawngate/server/schedule/project";
import { Client } from "pg";
import { NOW, someones, weeklyPlan } from "./bulk/school";

const PEOPLE = Number(process.env.BENCH_PEOPLE ?? 20_000);
const now = NOW as Instant;
const cluster = JSON.parse(process.env.DAWNGATE_TEST_CLUSTER ?? "null") as Cluster;
const name = `bench_${randomBytes(4).toString("hex")}`;
const db = openDatabase(
  await prepareDatabase(cluster, name, { owner: "test-owner", app: "test-app" }),
);

async function timed<T>(work: () => Promise<T> | T): Promise<[number, T]> {
  const begin = process.hrtime.bigint();
  const found = await work();
  return [Number(process.hrtime.bigint() - begin) / 1e6, found];
}
const median = (list: number[]) =>
  list.sort((a, b) => a - b)[Math.floor(list.length / 2)] as number;

try {
  const plan = weeklyPlan(50);
  const enrollments = someones(0, PEOPLE, true);
  const [importing, school] = await timed(() =>
    importSchool(
      db,
      {
        plan: { ...plan, enrollments },
        extras: {
          school: { slug: "bench", name: "Bench" },
          cohorts: {},
          reasons: {},
          people: enrollments.map(({ id }) => ({
            id: `p${id}`,
            name: id,
            email: `${id}@example.org`,
            enrollments: [id],
          })),
        },
        texts: {},
      } as never,
      now,
    ),
  );
  console.log(
    `import of ${PEOPLE} enrollments with their openings: ${(importing / 1000).toFixed(1)} s`,
  );
  await analyze();
  await report(school, plan.courses[0] as PlanCourse);
} finally {
  await db.close();
  await dropDatabase(cluster, name);
}

/** Counts the tables' rows for the planner, as a database in use does by itself. */
async function analyze(): Promise<void> {
  const { host, port, password } = cluster;
  const client = new Client({ host, port, user: "postgres", password, database: name });
  await client.connect();
  await client.query("vacuum analyze");
  await client.end();
}

/** The same change each time: the second half moves by two weeks, there and back. */
async function report(school: SchoolId, before: PlanCourse): Promise<void> {
  const after: PlanCourse = {
    ...before,
    modules: before.modules.map((module, m) =>
      m < 20
        ? module
        : {
            ...module,
            gate: { need: "all", when: [{ from: "enrolled", add: `P${m * 7 + 14}D` }] },
          },
    ),
  };
  const times: Record<string, number[]> = {};
  const keep = (what: string, ms: number) => (times[what] ??= []).push(ms);
  for (let round = 0; round < 5; round++) {
    const [from, to] = round % 2 === 0 ? [before, after] : [after, before];
    await db.withSchool(school, (tx) => saveDraft(tx, school, from, to));
    const [ripple, answer] = await timed(() =>
      db.readSchool(school, (tx) =>
        rippleOf(
          { tx, school, now, onProgress: () => undefined },
          { of: "publishing", course: before.id, people: "everybody", back: undefined },
        ),
      ),
    );
    keep("ripple", ripple);
    keep("ripple: writing the answer", (await timed(() => JSON.stringify(answer)))[0]);
    // Its parts, each alone.
    const lots: Awaited<ReturnType<typeof readLot>>[] = [];
    const [sql] = await timed(() =>
      db.readSchool(school, async (tx) => {
        for (let last: string | null = ""; last !== null; ) {
          const lot: (typeof lots)[number] = await readLot(tx, before.id, { after: last });
          lots.push(lot);
          last = lot.length < LOT ? null : (lot.at(-1)?.id ?? null);
        }
      }),
    );
    keep("ripple: SQL, read and made into enrollments", sql);
    const inBulk = new InBulk(
      { timeZone: "Europe/Lisbon", currency: "EUR", calendar: { weekend: [6, 7], closed: [] } },
      [],
    );
    const [laying, groups] = await timed(() => lots.flatMap((lot) => inBulk.alike(lot, 1)));
    keep("ripple: laying out", laying);
    const [evaluating] = await timed(() => {
      for (const { people } of groups) {
        inBulk.answer([from], people, now);
        inBulk.answer([to], people, now);
      }
    });
    keep("ripple: evaluator, both versions", evaluating);
    await db.withSchool(school, (tx) => publish(tx, school, before.id, { note: "", now: null }));
    keep("projection", (await timed(() => projectCourse(db, school, before.id, now)))[0]);
  }
  console.log(
    `${PEOPLE} people, 40 modules, 50 lessons, a third with a history; medians of 5 at ${formatInstant(now)}`,
  );
  for (const [what, list] of Object.entries(times))
    console.log(`  ${what.padEnd(46)}${median(list).toFixed(0).padStart(7)} ms`);
}
