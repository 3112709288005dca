/** The plan file: the one JSON document that holds all the core needs (its definition; see docs/plan.schema.json). */
import { z } from "zod";
import { event } from "./events";
import { count, id, instant, localDate, timeOfDay, timeZone, title, weekday } from "./fields";
import { countedMoment, gate, itemMoment } from "./moment";

const visible = z.enum(["published", "draft", "hidden"], {
  error: '"visible" is one of "published", "draft", "hidden"',
});
const moments = z.array(countedMoment).max(100, "At most 100 moments");

const enrollmentWindow = z
  .strictObject({ opens: localDate, closes: localDate })
  .refine((window) => window.opens <= window.closes, {
    path: ["closes"],
    message: "The window closes before it opens; the closing date is the last day, included",
  })
  .meta({ description: "The days in which people may enroll; both included." });

const scheduled = {
  id,
  title,
  visible: visible.default("published"),
  cohorts: z
    .array(id)
    .min(1, "Name a cohort, or leave it out for everybody")
    .max(500, "At most 500 cohorts")
    .nullable()
    .optional()
    .describe("Only people of these cohorts have it; null, or left out: everybody."),
  gate: gate.nullable().default(null),
  closes: itemMoment.nullable().default(null),
  due: itemMoment.nullable().default(null),
};

export const lesson = z
  .strictObject({
    ...scheduled,
    kind: z.string().min(1).max(60).default("text"),
    holdsNext: z.boolean().default(false),
    sample: z.boolean().default(false),
    required: z.boolean().default(true),
    minutes: z
      .number("Minutes are a number")
      .min(0, "Minutes cannot be negative")
      .max(1_000_000, "Minutes can be at most 1000000")
      .nullable()
      .default(null),
    empty: z.boolean().default(false),
  })
  .meta({ id: "Lesson" });

const courseAround = z
  .strictObject({ course: id, title })
  .meta({ id: "CourseAround", description: "A course that a module came in with." });

export const planModule = z
  .strictObject({
    ...scheduled,
    inside: z
      .array(courseAround)
      .min(1, "Name the course it is of, or leave it out for a module of this course alone")
      .max(10, "A course stands in at most ten others")
      .optional()
      .describe(
        "The courses it came in with, the outermost first; left out: it is this course's own.",
      ),
    lessons: z.array(lesson),
  })
  .meta({ id: "Module" });

export const course = z
  .strictObject({
    id,
    title,
    clock: z
      .enum(["school", "enrollee"], { error: '"clock" is "school" or "enrollee"' })
      .default("school"),
    releaseHour: timeOfDay.nullable().default(null),
    counting: z
      .enum(["calendar", "full"], { error: '"counting" is "calendar" or "full"' })
      .default("calendar"),
    order: z
      .enum(["free", "in-order"], { error: '"order" is "free" or "in-order"' })
      .default("free"),
    opensOn: localDate.nullable().default(null),
    window: enrollmentWindow.nullable().default(null),
    validity: moments.default([]),
    modules: z.array(planModule),
  })
  .meta({ id: "Course" });

export const cohort = z
  .strictObject({
    id,
    course: id,
    window: enrollmentWindow.nullable().default(null),
    starts: localDate,
    ends: localDate,
    grace: count("Grace", 100_000).nullable().default(0),
    seats: count("The number of seats", 100_000_000).nullable().default(null),
    gates: z.record(id, gate.nullable()).default({}),
  })
  .refine((cohort) => cohort.starts <= cohort.ends, {
    path: ["ends"],
    message: "The cohort ends before it starts",
  })
  .meta({ id: "Cohort" });

export const enrollment = z
  .strictObject({
    id,
    course: id,
    cohort: id.nullable().default(null),
    timeZone,
    enrolledAt: instant,
    needsPayment: z.boolean().default(false),
    paidAt: instant.nullable().default(null),
    startedAt: instant.nullable().default(null),
    validity: moments.nullable().default(null),
    paidThrough: localDate.nullable().default(null),
    grace: count("Grace", 100_000).default(0),
    events: z.array(event).default([]),
  })
  .meta({ id: "Enrollment" });

export const school = z.strictObject({
  timeZone,
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, "A currency is three capital letters (ISO 4217), such as EUR"),
  calendar: z
    .strictObject({
      weekend: z
        .array(weekday)
        .max(7, "A week has seven days; name each at most once")
        .default([6, 7]),
      closed: z.array(localDate).default([]),
    })
    .default({ weekend: [6, 7], closed: [] }),
});

/** The whole document, before the references between its parts are checked (see check.ts). */
export const planDocument = z
  .strictObject({
    dawnGatePlan: z.literal(1, 'A plan file says "dawnGatePlan": 1'),
    school,
    courses: z.array(course),
    cohorts: z.array(cohort).default([]),
    enrollments: z.array(enrollment).default([]),
  })
  .meta({
    title: "Dawn Gate plan file",
    description: "All that is needed to work out what opens when, for whom, and why.",
  });

export type Plan = z.infer<typeof planDocument>;
export type PlanSchool = z.infer<typeof school>;
export type PlanCourse = z.infer<typeof course>;
export type PlanModule = z.infer<typeof planModule>;
export type PlanLesson = z.infer<typeof lesson>;
export type PlanCohort = z.infer<typeof cohort>;
export type PlanEnrollment = z.infer<typeof enrollment>;
