/** The same openings worked out in several ways, each for some people of the made-up school. */
import type { Plan } from "@dawngate/core/plan";
import { evaluate, prepareCourse } from "@dawngate/core/schedule";
import { BulkAnswer, BulkCourse, layOut, type Wanted } from "@dawngate/core/schedule/bulk";
import { DateTime } from "luxon";
import type { Client } from "pg";
import { MODULES, NOW, someone, someones } from "./school";

/** What is timed; it answers the sum of all openings, so that the ways can be compared and none is optimised away. */
export interface Measure {
  openings: number;
  run(): number | Promise<number>;
  /** The sum of the openings of a run that was not timed. */
  sum(): number | Promise<number>;
}

const total = (column: Float64Array) => {
  let sum = 0;
  for (const at of column) if (!Number.isNaN(at)) sum += at / 1000;
  return sum;
};

/** The bulk evaluator. The columns are made once and filled anew, as for one lot of people after another. */
export function bulkMeasure(
  plan: Plan,
  people: number,
  eventful = false,
  wanted: Wanted = {},
): Measure {
  const [course] = plan.courses;
  if (!course) throw new Error("no course");
  const laid = layOut(someones(0, people, eventful));
  const bulk = new BulkCourse(plan.school, course, [], laid.names);
  const answer = new BulkAnswer(people, bulk.items.length, wanted);
  return {
    openings: people * bulk.items.length,
    run: () => bulk.answer(laid, NOW, wanted, answer).opens[0] as number,
    sum: () => total(bulk.answer(laid, NOW, wanted, answer).opens),
  };
}

/** A typed array of the same size, each element the same one of another plus a constant. */
export function barePass(openings: number): Measure {
  const from = Float64Array.from({ length: openings }, (_, i) => i);
  const into = new Float64Array(openings);
  const pass = () => {
    for (let i = 0; i < openings; i++) into[i] = (from[i] as number) + 86_400_000;
    return into[openings - 1] as number;
  };
  return { openings, run: pass, sum: pass };
}

/** The plain evaluator, which explains each opening as well. */
export function plainMeasure(plan: Plan, people: number): Measure {
  const [course] = plan.courses;
  if (!course) throw new Error("no course");
  const prepared = prepareCourse(plan.school, course, null);
  const enrollments = someones(0, people);
  const run = () => {
    let sum = 0;
    for (const enrollment of enrollments)
      for (const { opens } of evaluate(prepared, enrollment, NOW).items) sum += (opens ?? 0) / 1000;
    return sum;
  };
  return { openings: people * prepared.items.length, run, sum: run };
}

/** What somebody would write who has Luxon and forty offsets, and wants no why. */
export function luxonMeasure(people: number): Measure {
  const run = () => {
    let sum = 0;
    for (let p = 0; p < people; p++) {
      const { enrolledAt, zone } = someone(p);
      for (let week = 0; week < MODULES; week++) {
        const opens = DateTime.fromMillis(enrolledAt, { zone })
          .plus({ days: week * 7 })
          .set({ hour: 7, minute: 0, second: 0, millisecond: 0 });
        sum += Math.max(opens.toMillis(), enrolledAt) / 1000;
      }
    }
    return sum;
  };
  return { openings: people * MODULES, run, sum: run };
}

/**
 * One set-based statement over a table of the same people: local date plus days, at 07:00, back to an instant. It
 * sums what it works out, so that nothing is sent.
 */
export async function sqlMeasure(client: Client, people: number): Promise<Measure> {
  await client.query("drop table if exists pg_temp.bench_person");
  await client.query("create temporary table bench_person (enrolled_at timestamptz, zone text)");
  const rows = Array.from({ length: people }, (_, p) => {
    const { enrolledAt, zone } = someone(p);
    return { enrolled_at: new Date(enrolledAt).toISOString(), zone };
  });
  await client.query(
    `insert into bench_person select * from jsonb_to_recordset($1::jsonb)
       as r (enrolled_at timestamptz, zone text)`,
    [JSON.stringify(rows)],
  );
  await client.query("analyze bench_person");
  const run = async () => {
    const { rows: found } = await client.query<{ sum: string }>(
      `select sum(extract(epoch from greatest(enrolled_at,
         ((enrolled_at at time zone zone)::date + 7 * week + time '07:00') at time zone zone)))::text as sum
       from bench_person cross join generate_series(0, ${MODULES - 1}) as week`,
    );
    return Number(found[0]?.sum);
  };
  return { openings: people * MODULES, run, sum: run };
}
