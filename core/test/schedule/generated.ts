/** Arbitrary plans: any course, any history, in any of many zones. */
import fc from "fast-check";

const ZONES = [
  "Europe/Lisbon",
  "America/New_York",
  "America/Santiago",
  "Africa/Casablanca",
  "Asia/Kathmandu",
  "Australia/Lord_Howe",
  "Pacific/Apia",
  "Pacific/Kiritimati",
  "America/St_Johns",
  "UTC",
];
const ITEMS = ["m0", "m1", "m2", "l0", "l1", "l2", "l3", "l4", "l5"];
const LESSONS = ITEMS.slice(3);

const pad = (n: number) => String(n).padStart(2, "0");
const date = fc
  .integer({ min: 0, max: 400 })
  .map((days) => new Date(Date.UTC(2027, 0, 1) + days * 86_400_000).toISOString().slice(0, 10));
export const instants = fc
  .integer({ min: 0, max: 400 * 24 * 60 })
  .map((minutes) =>
    new Date(Date.UTC(2027, 0, 1) + minutes * 60_000).toISOString().replace(".000Z", "Z"),
  );
const clock = fc.tuple(fc.nat(23), fc.nat(59)).map(([h, m]) => `${pad(h)}:${pad(m)}`);
const maybe = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: null, freq: 2 });

const anchors = fc.oneof(
  fc
    .constantFrom("enrolled", "paid", "started", "access", "cohort-start", "cohort-end")
    .map((from) => ({ from })),
  fc.record({
    from: fc.constantFrom("opened", "completed", "passed"),
    item: fc.constantFrom(...ITEMS),
  }),
  fc.record({ from: fc.constant("date"), date }),
  fc.record({ from: fc.constant("paid"), part: fc.constantFrom(2, 3) }),
  fc.record({ from: fc.constant("signal"), name: fc.constantFrom("s", "t") }),
);

const dateOffset = fc.oneof(
  fc.integer({ min: 0, max: 60 }).map((n) => `P${n}D`),
  fc.integer({ min: 0, max: 6 }).map((n) => `P${n}M`),
  fc.integer({ min: 1, max: 20 }).map((n) => `-P${n}D`),
  fc.constantFrom("P1W", "P1Y", "P1M3D"),
);
const alignment = fc.record(
  {
    at: clock,
    weekdays: fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 3 }),
    edge: fc.constant("end"),
    zone: fc.constantFrom("school", "enrollee", ...ZONES),
  },
  { requiredKeys: [] },
);
/** Workdays beside a weekday that is one: a weekend day alone would be refused. */
const workdays = fc.constantFrom(
  {},
  {},
  { workdays: true, weekdays: [1, 3, 6] },
  { workdays: true, weekdays: [5] },
);

export const moments = fc.oneof(
  {
    weight: 4,
    arbitrary: fc
      .tuple(anchors, fc.option(dateOffset, { nil: undefined }), alignment, workdays)
      .map(([anchor, add, align, work]) => ({ ...anchor, ...(add && { add }), ...align, ...work })),
  },
  {
    weight: 1,
    arbitrary: fc
      .tuple(anchors, fc.integer({ min: -50, max: 500 }))
      .map(([anchor, h]) => ({ ...anchor, add: `${h < 0 ? "-" : ""}PT${Math.abs(h)}H` })),
  },
  { weight: 1, arbitrary: anchors },
);
const gateMoments = fc.oneof(
  { weight: 6, arbitrary: moments },
  { weight: 1, arbitrary: fc.constant({ from: "staff" }) },
);
export const gates = maybe(
  fc.record({ need: fc.constantFrom("all", "any"), when: fc.array(gateMoments, { maxLength: 3 }) }),
);
const visible = fc.constantFrom("published", "published", "published", "draft");

const lesson = (id: string) =>
  fc.record({
    id: fc.constant(id),
    title: fc.constant(id),
    visible,
    gate: gates,
    closes: maybe(moments),
    due: maybe(moments),
    holdsNext: fc.boolean(),
    sample: fc.constantFrom(false, false, false, true),
    required: fc.boolean(),
  });
const moduleOf = (id: string, lessons: string[]) =>
  fc.record({
    id: fc.constant(id),
    title: fc.constant(id),
    visible,
    gate: gates,
    closes: maybe(moments),
    due: maybe(moments),
    lessons: fc.tuple(...lessons.map(lesson)),
  });

/** Now and then two things happen at one instant. */
const happens = fc.oneof(
  { weight: 3, arbitrary: instants },
  { weight: 1, arbitrary: fc.constantFrom("2027-03-01T09:00:00Z", "2027-04-01T09:00:00Z") },
);
const at = { at: happens };
const of = (type: string, more = {}) => fc.record({ type: fc.constant(type), ...more, ...at });
const anyItem = { item: fc.constantFrom(...ITEMS) };
const anyLesson = { item: fc.constantFrom(...LESSONS) };
const extension = fc.oneof(dateOffset, fc.constant("PT30H"));
const event = fc.oneof(
  of("completed", anyItem),
  of("uncompleted", anyLesson),
  of("passed", anyLesson),
  of("opened-by-staff", {
    item: fc.constantFrom(...ITEMS),
    opens: maybe(instants),
    closes: maybe(instants),
  }),
  of("staff-opening-taken-back", anyItem),
  of("part-paid", { part: fc.constantFrom(2, 3) }),
  of("signal", { name: fc.constantFrom("s", "t") }),
  of("paused"),
  of("resumed"),
  of("suspended"),
  of("unsuspended"),
  of("extended", { add: extension }),
  of("extended", { through: date }),
  of("renewed", { add: extension, grace: fc.nat(10) }),
  of("end-set", { through: date }),
  of("revoked"),
  of("restored"),
);

/** What an enrollment of such a plan may say, beside its place. */
export const enrollments = fc.record({
  timeZone: fc.constantFrom(...ZONES),
  enrolledAt: instants,
  needsPayment: fc.boolean(),
  paidAt: maybe(instants),
  startedAt: maybe(instants),
  validity: maybe(fc.array(moments, { maxLength: 2 })),
  paidThrough: maybe(date),
  events: fc.array(event, { maxLength: 12 }),
});

/** A whole plan with one enrollment. */
export const plans = fc
  .record({
    zone: fc.constantFrom(...ZONES),
    closed: fc.uniqueArray(date, { maxLength: 20 }),
    course: fc.record({
      clock: fc.constantFrom("school", "enrollee"),
      releaseHour: maybe(clock),
      counting: fc.constantFrom("calendar", "full"),
      order: fc.constantFrom("free", "in-order"),
      opensOn: maybe(date),
      modules: fc.tuple(
        moduleOf("m0", ["l0", "l1"]),
        moduleOf("m1", ["l2", "l3"]),
        moduleOf("m2", ["l4", "l5"]),
      ),
    }),
    cohort: maybe(fc.record({ starts: date, days: fc.nat(200), grace: maybe(fc.nat(20)) })),
    enrollment: enrollments,
  })
  .map(({ zone, closed, course, cohort, enrollment }) => ({
    dawnGatePlan: 1,
    school: { timeZone: zone, currency: "EUR", calendar: { weekend: [6, 7], closed } },
    courses: [{ id: "c", title: "c", ...course }],
    cohorts: cohort
      ? [
          {
            id: "k",
            course: "c",
            starts: cohort.starts,
            ends: new Date(Date.parse(cohort.starts) + cohort.days * 86_400_000)
              .toISOString()
              .slice(0, 10),
            grace: cohort.grace,
          },
        ]
      : [],
    enrollments: [{ id: "e", course: "c", cohort: cohort ? "k" : null, ...enrollment }],
  }));
