/** The bulk evaluator beside the other ways: medians of several rounds in one run, and their ratios. */
import { BulkCourse, layOut } from "@dawngate/core/schedule/bulk";
import type { Client } from "pg";
import {
  barePass,
  bulkMeasure,
  luxonMeasure,
  type Measure,
  plainMeasure,
  sqlMeasure,
} from "./measures";
import { NOW, someones, weeklyPlan } from "./school";

export interface BenchReport {
  machine: string;
  nsPerOpening: {
    bulk: number;
    bulkWithEvents: number;
    barePass: number;
    plain: number;
    luxon: number;
    /** Null where no server runs. */
    sql: number | null;
  };
  ratios: {
    luxonOverBulk: number;
    plainOverBulk: number;
    sqlOverBulk: number | null;
    bulkOverBarePass: number;
    eventsOverBarePass: number;
  };
  scaling: { enrollees: number; seconds: number }[];
  peakMegabytes: number;
}

const ROUNDS = 15;

/** The time of one round of each way, one after the other, so that all meet the same machine. */
async function medians(ways: Record<string, Measure | null>): Promise<Map<string, number>> {
  const times = new Map<string, number[]>();
  for (let round = -3; round < ROUNDS; round++)
    for (const [name, way] of Object.entries(ways)) {
      if (!way) continue;
      const begin = process.hrtime.bigint();
      await way.run();
      const ns = Number(process.hrtime.bigint() - begin) / way.openings;
      if (round >= 0) times.set(name, [...(times.get(name) ?? []), ns]);
    }
  const middle = (list: number[]) =>
    list.sort((a, b) => a - b)[Math.floor(list.length / 2)] as number;
  return new Map([...times].map(([name, list]) => [name, middle(list)]));
}

/** Refuses to compare what does not answer the same. */
async function checkEqual(name: string, one: Measure, other: Measure): Promise<void> {
  const [a, b] = [await one.sum(), await other.sum()];
  if (Math.abs(a - b) > 1e-9 * Math.abs(a))
    throw new Error(`${name} does not give the same openings as the bulk evaluator: ${a}, ${b}`);
}

/** `enrollees` x `lessons` are the size of the measure of memory and the largest step of the scaling. */
export async function report(
  enrollees: number,
  lessons: number,
  machine: string,
  client: Client | null,
): Promise<BenchReport> {
  // First of all, while the process is young: the most memory it ever had only grows.
  const peakMegabytes = peak(enrollees, lessons);
  const plan = weeklyPlan();
  const bulk = bulkMeasure(plan, 20_000);
  const few = 200;
  const sql = client && (await sqlMeasure(client, 2_000));
  await checkEqual("Luxon", bulkMeasure(plan, 20), luxonMeasure(20));
  await checkEqual("The plain evaluator", bulkMeasure(plan, few), plainMeasure(plan, few));
  if (sql) await checkEqual("SQL", bulkMeasure(plan, 2_000), sql);
  const found = await medians({
    bulk,
    barePass: barePass(bulk.openings),
    bulkWithEvents: bulkMeasure(weeklyPlan(40, "in-order"), 10_000, true),
    plain: plainMeasure(plan, few),
    luxon: luxonMeasure(20),
    sql,
  });
  const ns = (name: string) => found.get(name) ?? Number.NaN;
  return {
    machine,
    nsPerOpening: {
      bulk: ns("bulk"),
      bulkWithEvents: ns("bulkWithEvents"),
      barePass: ns("barePass"),
      plain: ns("plain"),
      luxon: ns("luxon"),
      sql: found.get("sql") ?? null,
    },
    ratios: {
      luxonOverBulk: ns("luxon") / ns("bulk"),
      plainOverBulk: ns("plain") / ns("bulk"),
      sqlOverBulk: sql ? ns("sql") / ns("bulk") : null,
      bulkOverBarePass: ns("bulk") / ns("barePass"),
      eventsOverBarePass: ns("bulkWithEvents") / ns("barePass"),
    },
    scaling: scaling(enrollees, lessons),
    peakMegabytes,
  };
}

/** Openings and closings of everybody, all kept; the most memory that the process has had since it began. */
function peak(enrollees: number, lessons: number): number {
  const plan = weeklyPlan(lessons);
  const [course] = plan.courses;
  if (!course) throw new Error("no course");
  const bulk = new BulkCourse(plan.school, course, []);
  const kept = lots(enrollees).map(([from, count]) =>
    bulk.answer(layOut(someones(from, count), bulk.names), NOW, { closes: true }),
  );
  const found = process.resourceUsage().maxRSS / 1024;
  if (kept.length === 0) throw new Error("nobody");
  return found;
}

/** Ten thousand people at a time, as a job would take them: the first of each lot, and how many. */
function lots(all: number): [number, number][] {
  const size = 10_000;
  return Array.from({ length: Math.ceil(all / size) }, (_, i) => [
    i * size,
    Math.min(size, all - i * size),
  ]);
}

/** From a hundredth of the people to ten times as many. */
function scaling(enrollees: number, lessons: number): BenchReport["scaling"] {
  const plan = weeklyPlan(lessons);
  const [course] = plan.courses;
  if (!course) throw new Error("no course");
  return [0.01, 0.1, 1, 10].map((share) => {
    const all = Math.max(1, Math.round(enrollees * share));
    let ns = 0;
    const bulk = new BulkCourse(plan.school, course, []);
    for (const [from, count] of lots(all)) {
      const people = layOut(someones(from, count), bulk.names);
      const begin = process.hrtime.bigint();
      bulk.answer(people, NOW, { closes: true });
      ns += Number(process.hrtime.bigint() - begin);
    }
    return { enrollees: all, seconds: ns / 1e9 };
  });
}
