/**
 * How long the plain evaluator takes for one person on a course of 600 lessons, beside a Luxon loop over the same
 * 600 offsets: medians of many rounds in one run, and their ratio. Absolute times depend on the machine; the
 * ratio is what is worth comparing.
 */
import { type Plan, parsePlan } from "@dawngate/core/plan";
import { evaluate, prepareCourse } from "@dawngate/core/schedule";
import type { Instant } from "@dawngate/core/time";
import { DateTime } from "luxon";

const LESSONS = 600;
const ROUNDS = 60;

function plan(): Plan {
  const lessons = (module: number) =>
    Array.from({ length: 10 }, (_, i) => ({
      id: `l${module * 10 + i}`,
      title: "Lesson",
      gate: { need: "all", when: [{ from: "enrolled", add: `P${module * 10 + i}D` }] },
    }));
  const parsed = parsePlan({
    dawnGatePlan: 1,
    school: { timeZone: "Europe/Lisbon", currency: "EUR" },
    courses: [
      {
        id: "c",
        title: "Course",
        releaseHour: "07:00",
        validity: [{ from: "enrolled", add: "P2Y", edge: "end" }],
        modules: Array.from({ length: LESSONS / 10 }, (_, m) => ({
          id: `m${m}`,
          title: "Module",
          lessons: lessons(m),
        })),
      },
    ],
    enrollments: [
      { id: "e", course: "c", timeZone: "Europe/Lisbon", enrolledAt: "2027-03-05T14:20:00Z" },
    ],
  });
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults));
  return parsed.plan;
}

/** What somebody would write who has Luxon and 600 offsets, and wants no why. */
function luxonLoop(enrolledAt: number): number {
  let sum = 0;
  for (let days = 0; days < LESSONS; days++) {
    const start = DateTime.fromMillis(enrolledAt, { zone: "Europe/Lisbon" });
    const opens = start.plus({ days }).set({ hour: 7, minute: 0, second: 0, millisecond: 0 });
    sum += Math.max(opens.toMillis(), enrolledAt);
  }
  return sum;
}

function median(work: () => number): number {
  const times: number[] = [];
  let kept = 0;
  for (let i = 0; i < ROUNDS + 10; i++) {
    const begin = process.hrtime.bigint();
    kept += work();
    const time = Number(process.hrtime.bigint() - begin) / 1e6;
    if (i >= 10) times.push(time);
  }
  if (Number.isNaN(kept)) throw new Error("unreachable");
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)] as number;
}

const { school, courses, enrollments } = plan();
const [course, enrollment] = [courses[0], enrollments[0]];
if (!course || !enrollment) throw new Error("no course");
const now = Date.UTC(2027, 5, 1) as Instant;
const prepared = prepareCourse(school, course, null);
const opened = (sum: number, item: { opens: number | null }) => sum + (item.opens ?? 0);

const plain = median(() => evaluate(prepared, enrollment, now).items.reduce(opened, 0));
const fromPlan = median(() =>
  evaluate(prepareCourse(school, course, null), enrollment, now).items.reduce(opened, 0),
);
const luxon = median(() => luxonLoop(Date.UTC(2027, 2, 5, 14, 20)));
const ms = (time: number) => `${time.toFixed(2)} ms`;
console.log(`one person, ${LESSONS} lessons, medians of ${ROUNDS}:
  plain evaluator, with every why    ${ms(plain)}
  the same, preparing the course     ${ms(fromPlan)}
  Luxon loop over the same offsets   ${ms(luxon)}
  Luxon over plain                   ${(luxon / plain).toFixed(2)}`);
