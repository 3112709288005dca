/** The made-up course and people that the bulk evaluator is measured with: the same for each run. */
import { type Plan, type PlanEnrollment, type PlanEvent, parsePlan } from "@dawngate/core/plan";
import { formatInstant, type Instant, MINUTE } from "@dawngate/core/time";

export const ZONES = [
  "Europe/Lisbon",
  "America/New_York",
  "Asia/Tokyo",
  "Australia/Sydney",
  "America/Sao_Paulo",
  "Europe/Warsaw",
  "Africa/Lagos",
  "Asia/Kathmandu",
];
export const MODULES = 40;
export const FIRST_DAY = Date.UTC(2027, 0, 4);
/** Everybody is looked at on this day, two years after the first enrolled. */
export const NOW = Date.UTC(2029, 0, 4) as Instant;

/** Forty modules, one a week at 07:00 in each person's own zone; `lessons` spread over them. */
export function weeklyPlan(lessons = 0, order: "free" | "in-order" = "free"): Plan {
  const of = (module: number) =>
    Array.from({ length: lessons }, (_, i) => i).filter((i) => i % MODULES === module);
  const parsed = parsePlan({
    dawnGatePlan: 1,
    school: { timeZone: "Europe/Lisbon", currency: "EUR" },
    courses: [
      {
        id: "c",
        title: "A module a week",
        clock: "enrollee",
        releaseHour: "07:00",
        order,
        modules: Array.from({ length: MODULES }, (_, m) => ({
          id: `m${m}`,
          title: `Week ${m + 1}`,
          gate: { need: "all", when: [{ from: "enrolled", add: `P${m * 7}D` }] },
          lessons: of(m).map((i) => ({ id: `l${i}`, title: `Lesson ${i + 1}` })),
        })),
      },
    ],
  });
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults));
  return parsed.plan;
}

/** The same sequence each time (a multiplicative generator, Lehmer's, with the modulus 2^31 - 1). */
function sequence(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state * 48_271) % 2_147_483_647;
    return state % below;
  };
}

/** When a person of this number enrolled: within a year and a half, to the minute. */
export function someone(number: number): { enrolledAt: Instant; zone: string } {
  const next = sequence(number + 1);
  next(2);
  return {
    enrolledAt: (FIRST_DAY + next(540 * 24 * 60) * MINUTE) as Instant,
    zone: ZONES[number % ZONES.length] as string,
  };
}

/** People from one number on. With `eventful`, a third have completed some lessons and paused once. */
export function someones(from: number, count: number, eventful = false): PlanEnrollment[] {
  return Array.from({ length: count }, (_, i) => {
    const number = from + i;
    const { enrolledAt, zone } = someone(number);
    return {
      id: `e${number}`,
      course: "c",
      cohort: null,
      timeZone: zone,
      enrolledAt: formatInstant(enrolledAt),
      needsPayment: false,
      paidAt: null,
      startedAt: null,
      validity: null,
      paidThrough: null,
      grace: 0,
      events: eventful && number % 3 === 0 ? history(number, enrolledAt) : [],
    };
  });
}

/** A lesson a week for up to half a year, and three weeks of pause. */
function history(number: number, enrolledAt: number): PlanEvent[] {
  const next = sequence(number + 7);
  const at = (days: number) => formatInstant((enrolledAt + days * 24 * 60 * MINUTE) as Instant);
  const completed = Array.from({ length: next(24) }, (_, i): PlanEvent => {
    return { type: "completed", item: `l${i}`, at: at(i * 7 + 1 + next(5)) };
  });
  const paused = 20 + next(60);
  return [
    ...completed,
    { type: "paused", at: at(paused) },
    { type: "resumed", at: at(paused + 21) },
  ];
}
