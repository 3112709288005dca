/** Courses: the list, and one course's current version with its cohorts. */
import {
  courseCard,
  type Operation,
  operationSchema,
  ownWords,
  SHAPE_IDS,
} from "@dawngate/core/courses";
import { type PlanCourse, type PlanModule, type PlanMoment, planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { written } from "./own-fields";
import { cursor } from "./text";

export const focus = z
  .strictObject({
    x: z.number().min(0).max(1).describe("From the left, in parts of the width."),
    y: z.number().min(0).max(1).describe("From the top, in parts of the height."),
  })
  .meta({ id: "Focus" });

export const cover = focus
  .extend({
    hash: z.string().describe("Names the picture, in its address: another picture has another."),
    width: z.int(),
    height: z.int(),
  })
  .meta({ id: "Cover" });

/** Whether a course stands in the school's catalog by itself, and among the first; what is on sale stands there anyhow. */
export const catalogPlace = z.enum(["unlisted", "listed", "featured"]).meta({ id: "CatalogPlace" });
export type CatalogPlace = z.infer<typeof catalogPlace>;

export const courseSummary = z
  .object({
    id: z.string(),
    title: z.string(),
    modules: z.int(),
    lessons: z.int(),
    minutes: z.number(),
    enrolled: z.int(),
    cohorts: z.int(),
    version: z.int().nullable().describe("Null: not published yet."),
    catalog: catalogPlace,
    archived: z.boolean().describe("It takes nobody any more; who is in it keeps what they have."),
    group: z.string().describe("The group it stands in; empty: none."),
    cover: cover.nullable().describe("Null: it is drawn from the title."),
    nextOpening: z
      .object({ at: z.string(), people: z.int() })
      .nullable()
      .describe(
        "The next instant at which something opens for somebody, and for how many, as far as their dates are worked out; of more than 1,000 people only so many are counted.",
      ),
    written: z
      .array(written)
      .describe("What stands in the school's own fields about courses, of those that lists show."),
  })
  .meta({ id: "CourseSummary" });

export const courseList = z
  .object({
    courses: z.array(courseSummary),
    next: z.string().nullable().describe("Where the next page begins; null: there is none."),
  })
  .meta({ id: "CourseList" });

export const courseListQuery = z.strictObject({
  after: cursor.optional().describe("Where the page before ended."),
  most: z.coerce.number<number>().int().min(1).max(200).default(100),
});

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
  cohorts: z
    .array(z.string())
    .nullable()
    .optional()
    .describe("Only people of these cohorts have it; left out: everybody."),
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
  empty: z.boolean().describe("Nothing stands in it yet."),
});
export const insideTitle = z
  .string()
  .nullable()
  .describe("The title of the course it came in with; null: it is the course's own.");

export const outlineModule = z.object({
  ...scheduled,
  inside: z
    .array(z.object({ course: z.string(), title: z.string() }))
    .optional()
    .describe("The courses it came in with, the outermost first; left out: its own."),
  lessons: z.array(outlineLesson),
});

export const cohort = z
  .object({
    id: z.string(),
    name: z.string(),
    window: z.object({ opens: z.string(), closes: z.string() }).nullable(),
    starts: z.string(),
    ends: z.string(),
    grace: z.int().nullable(),
    seats: z.int().nullable(),
    place: z.string().describe("Where it meets, for everybody to read; empty: not said."),
    link: z.string().describe("Where it meets in the browser, for those who are in it."),
    gates: z
      .record(z.string(), gateJson.nullable())
      .describe("The cohort's own gates, by item, instead of the items' own; null: none."),
  })
  .meta({ id: "Cohort" });

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
    cohorts: z.array(
      cohort.extend({
        people: z.int().describe("How many are in it."),
        written: z
          .array(written)
          .describe(
            "What stands in the school's own fields about cohorts, of those that lists show.",
          ),
      }),
    ),
    people: z.int().describe("How many are in it, of those whom one may see."),
  })
  .meta({ id: "Course" });

export const maybeCover = z
  .object({ cover: cover.nullable().describe("Null: it is drawn from the title.") })
  .meta({ id: "MaybeCover" });

export type Cover = z.infer<typeof cover>;

export const newCourse = z
  .strictObject({
    title: z.string().trim().min(1, "A title must not be empty").max(10_000),
    shape: z
      .enum(SHAPE_IDS)
      .optional()
      .describe("A starting shape; blank where neither this nor a copy is asked for."),
    copyOf: planFields.id
      .optional()
      .describe("The course of this school that is copied, texts too."),
    firstDay: planFields.localDate
      .optional()
      .describe("Of a copy: the day to which the earliest date that the course names is moved."),
  })
  .refine(({ shape, copyOf }) => shape === undefined || copyOf === undefined, {
    path: ["copyOf"],
    message: "A course is made of a shape or as a copy, not both",
  })
  .refine(({ copyOf, firstDay }) => firstDay === undefined || copyOf !== undefined, {
    path: ["firstDay"],
    message: "Only a copy has a first day to be moved to",
  })
  .meta({ id: "NewCourse" });

export type NewCourse = z.infer<typeof newCourse>;

export const courseChange = z
  .strictObject({
    archived: z.boolean().optional(),
    catalog: catalogPlace.optional(),
    questions: z.boolean().optional().describe("Whether people can ask under its lessons."),
    group: z.string().trim().max(200, "A group's name has at most 200 characters").optional(),
    card: courseCard.optional().describe("Parts of the card that change; an empty one goes."),
    words: ownWords.optional().describe("Words that change; an empty one is the school's again."),
    meant: z
      .strictObject({ key: z.string().min(1).max(500), so: z.boolean() })
      .optional()
      .describe("A snag, by its key, that is meant so, or not any more."),
    after: planFields.id
      .nullable()
      .optional()
      .describe("The course it comes after in the list; null: it comes first."),
  })
  .meta({ id: "CourseChange" });

export type CourseChange = z.infer<typeof courseChange>;

/** A document as text, for reading an outline from it. */
export const documentText = z.object({ text: z.string() }).meta({ id: "DocumentText" });

export const created = z.object({ id: z.string() }).meta({ id: "Created" });

export const planCourse = z
  .custom<PlanCourse>((value) => typeof value === "object" && value !== null)
  .meta({ type: "object", description: "A course as in the plan file; see plan.schema.json." });

export const draft = z
  .object({
    course: planCourse,
    sequence: z.int().describe("The number of the draft's last operation."),
    version: z.int().nullable().describe("The version that is published; null: none."),
    changed: z.boolean().describe("The draft differs from the published version."),
    published: z
      .string()
      .nullable()
      .describe("The fingerprint of the published version's plan; null: none is published."),
    description: z.string(),
    words: ownWords.describe("Its own words; those left out are the school's."),
    card: courseCard,
    questions: z.boolean().describe("Whether people can ask under its lessons."),
    meant: z.array(z.string()).describe("Snags that are meant so, by their keys."),
  })
  .meta({ id: "Draft" });

export const edit = z
  .strictObject({
    base: z.int().min(0).describe("The number of the last operation that the client knows."),
    clientId: z.string().min(8).max(64),
    operations: z
      .array(z.strictObject({ number: z.int().min(1), operation: operationSchema }))
      .min(1)
      .max(500, "At most 500 operations at a time"),
  })
  .meta({ id: "Edit" });

const numbered = z.object({
  sequence: z.int(),
  clientId: z.string(),
  number: z.int(),
  operation: z.custom<Operation>().meta({ type: "object" }),
});

export const edited = z
  .object({
    sequence: z.int(),
    operations: z.array(numbered).describe("Everything after the base, one's own among it."),
    refused: z.array(z.object({ number: z.int(), reason: z.string() })),
  })
  .meta({ id: "Edited" });

export const courseInside = z
  .object({
    inside: z.array(
      z.object({
        course: z.string(),
        state: z
          .enum(["current", "older", "gone"])
          .describe(
            "current: it stands there as it is published; older: it has been published otherwise since; gone: it is not there any more.",
          ),
        reaches: z.boolean().describe("Whether one may open it."),
      }),
    ),
    around: z
      .array(z.object({ course: z.string(), title: z.string() }))
      .describe("The courses within reach in which it stands itself, as they are published."),
  })
  .meta({ id: "CourseInside" });

export const insideOffer = z
  .object({
    course: z.string(),
    title: z.string(),
    modules: z
      .array(z.custom<PlanModule>().meta({ type: "object" }))
      .describe("Its modules as they would stand there; an operation puts them in."),
    loosened: z
      .array(z.object({ item: z.string(), from: z.string() }))
      .describe("Rows that counted from the course as a whole, by their titles: they go without."),
    says: z.array(z.string()).describe("How it counts by itself otherwise than it would there."),
  })
  .meta({ id: "InsideOffer" });

export type CourseInside = z.infer<typeof courseInside>;
export type InsideOffer = z.infer<typeof insideOffer>;

export const description = z
  .strictObject({ description: z.string().max(20_000) })
  .meta({ id: "Description" });

export const publication = z.object({ version: z.int() }).meta({ id: "Publication" });

export type Draft = z.infer<typeof draft>;
export type Edit = z.infer<typeof edit>;
export type Edited = z.infer<typeof edited>;
export type CourseSummary = z.infer<typeof courseSummary>;
export type CourseList = z.infer<typeof courseList>;
export type Course = z.infer<typeof course>;
export type OutlineModule = z.infer<typeof outlineModule>;
export type OutlineLesson = z.infer<typeof outlineLesson>;
export type Cohort = z.infer<typeof cohort>;
