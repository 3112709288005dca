/** Courses: the list, and one course's current version with its cohorts and its people. */
import type { PlanMoment } from "@dawngate/core/plan";
import { z } from "zod";

export const courseSummary = z
  .object({
    id: z.string(),
    title: z.string(),
    modules: z.int(),
    lessons: z.int(),
    minutes: z.number(),
    enrolled: z.int(),
    cohorts: z.int(),
    nextOpening: z
      .object({ at: z.string(), people: z.int() })
      .nullable()
      .describe("The next instant at which something opens for somebody, from rows that hold."),
  })
  .meta({ id: "CourseSummary" });

export const courseList = z.object({ courses: z.array(courseSummary) }).meta({ id: "CourseList" });

const visible = z.enum(["published", "draft", "hidden"]);
const momentJson = z
  .custom<PlanMoment>((value) => typeof value === "object" && value !== null)
  .meta({ type: "object" })
  .describe("A moment as in the plan file; see plan.schema.json.");
const gateJson = z
  .object({ need: z.enum(["all", "any"]), when: z.array(momentJson) })
  .describe("A gate as in the plan file; see plan.schema.json.");

const scheduled = {
  id: z.string(),
  title: z.string(),
  visible,
  gate: gateJson.nullable(),
  closes: momentJson.nullable(),
  due: momentJson.nullable(),
};

export const outlineLesson = z.object({
  ...scheduled,
  kind: z.string(),
  minutes: z.number().nullable(),
  holdsNext: z.boolean(),
  sample: z.boolean(),
  required: z.boolean(),
});
export const outlineModule = z.object({ ...scheduled, lessons: z.array(outlineLesson) });

export const cohort = z
  .object({
    id: z.string(),
    name: z.string(),
    window: z.object({ opens: z.string(), closes: z.string() }).nullable(),
    starts: z.string(),
    ends: z.string(),
    grace: z.int().nullable(),
    seats: z.int().nullable(),
    gates: z
      .record(z.string(), gateJson.nullable())
      .describe("The cohort's own gates, by item, instead of the items' own; null: none."),
  })
  .meta({ id: "Cohort" });

export const enrolledPerson = z
  .object({
    enrollment: z.string(),
    name: z.string(),
    timeZone: z.string(),
    cohort: z.string().nullable(),
    enrolledAt: z.string(),
  })
  .meta({ id: "EnrolledPerson" });

export const course = z
  .object({
    id: z.string(),
    title: z.string(),
    version: z.int(),
    publishedAt: z.string(),
    clock: z.enum(["school", "enrollee"]),
    releaseHour: z.string().nullable(),
    counting: z.enum(["calendar", "full"]),
    order: z.enum(["free", "in-order"]),
    opensOn: z.string().nullable(),
    window: z.object({ opens: z.string(), closes: z.string() }).nullable(),
    validity: z.array(momentJson),
    modules: z.array(outlineModule),
    cohorts: z.array(cohort),
    people: z.array(enrolledPerson),
  })
  .meta({ id: "Course" });

export const lessonText = z
  .object({
    id: z.string(),
    title: z.string(),
    kind: z.string(),
    minutes: z.number().nullable(),
    text: z.string().describe("Markdown; empty where the lesson has no content yet."),
  })
  .meta({ id: "LessonText" });

export type CourseSummary = z.infer<typeof courseSummary>;
export type CourseList = z.infer<typeof courseList>;
export type Course = z.infer<typeof course>;
export type OutlineModule = z.infer<typeof outlineModule>;
export type OutlineLesson = z.infer<typeof outlineLesson>;
export type Cohort = z.infer<typeof cohort>;
export type EnrolledPerson = z.infer<typeof enrolledPerson>;
export type LessonText = z.infer<typeof lessonText>;
