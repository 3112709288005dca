/** Public pages: a course as everybody may see it, and the ways into it. */
import { courseCard } from "@dawngate/core/courses";
import { ENTRIES } from "@dawngate/core/enrollment";
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { cohort, cover, insideTitle } from "./courses";
import { lessonContent } from "./lessons";
import { announcement, blocks } from "./page";
import { askedPrice } from "./sales/offers";
import { cursor } from "./text";

const fault = z.object({ kind: z.string(), sentence: z.string() });

/** One way into a course: a cohort, or the course itself. */
export const wayIn = z.object({
  cohort: cohort.pick({ id: true, name: true, starts: true, ends: true, place: true }).nullable(),
  window: z.object({ opens: z.string(), closes: z.string() }).nullable(),
  state: z.enum(["before", "open", "full", "waitlist", "closed"]),
  seatsLeft: z.int().nullable(),
  entry: z.enum(ENTRIES),
  /** What one is asked where one asks to come in. */
  question: z.string().nullable(),
  does: z
    .enum(["enroll", "ask", "code", "wait"])
    .nullable()
    .describe("What one can do here: nothing else keeps one out. Null: nothing."),
  waits: z
    .object({
      ahead: z.int().describe("So many come before one."),
      offerUntil: z.string().nullable().describe("A place is held for one until then."),
      until: z.string().nullable().describe("The last day the waitlist is served."),
    })
    .nullable()
    .describe("One's own place on the waitlist."),
  says: z.array(z.string()).describe("For whom it is, where it is not for everybody."),
  faults: z
    .array(fault)
    .describe("Why the one who asks cannot enroll; empty where nothing keeps them out."),
});

/** A join code that one brings. */
export const publicCourseQuery = z.strictObject({ join: z.string().max(60).optional() });

export const words = z
  .object({
    course: z.string(),
    module: z.string(),
    modules: z.string(),
    lesson: z.string(),
    lessons: z.string(),
    done: z.string(),
  })
  .describe("What the school calls things.")
  .meta({ id: "Words" });

const publicModules = z.array(
  z.object({
    title: z.string(),
    ofCourse: insideTitle,
    lessons: z.array(
      z.object({
        title: z.string(),
        sample: z.string().nullable().describe("A sample's identifier, by which it is read."),
        minutes: z.number().nullable(),
      }),
    ),
  }),
);

const publicSchool = z.object({
  name: z.string(),
  color: z.string(),
  timeZone: z.string(),
  contact: z.string(),
});

/** What every public page is made of, whatever it is about. */
const onPage = {
  blocks: blocks.describe("What the page is made of, in its order."),
  address: z.string().describe("The last part of its address; another leads there."),
  announcements: z
    .array(announcement)
    .describe("What is announced to visitors too, the latest first."),
};

export const publicCourse = z
  .object({
    ...onPage,
    id: z.string(),
    title: z.string(),
    description: z.string(),
    words,
    card: courseCard,
    cover: cover.nullable().describe("An uploaded cover; null: it is drawn from the title."),
    school: publicSchool,
    modules: publicModules,
    lessons: z.int(),
    minutes: z.number(),
    ways: z.array(wayIn),
    offers: z
      .array(z.object({ id: z.string(), title: z.string() }))
      .describe("Listings it is sold in."),
    memberships: z
      .array(z.object({ id: z.string(), title: z.string() }))
      .describe("Memberships on sale that it is in."),
    isMember: z.boolean().describe("Whoever asks has a membership that it is in."),
    enrollment: z
      .string()
      .nullable()
      .describe("One's own enrollment that is open, if there is one."),
  })
  .meta({ id: "PublicCourse" });

/** Something on sale as everybody may see it: what is in it, course by course. */
export const publicListing = z
  .object({
    ...onPage,
    id: z.string(),
    title: z.string(),
    points: z.array(z.string()),
    words,
    school: publicSchool,
    isOnSale: z.boolean().describe("Else only those see it who sell."),
    membership: z
      .object({
        courses: z.int().describe("Courses that are open by it today."),
        subjects: z.array(z.string()).describe("Only courses of these; none: of any."),
      })
      .nullable()
      .describe("Null: it is the courses named; else those are the first of them."),
    courses: z.array(
      z.object({
        id: z.string(),
        title: z.string(),
        card: courseCard,
        cover: cover.nullable(),
        modules: publicModules,
        lessons: z.int(),
        minutes: z.number(),
      }),
    ),
  })
  .meta({ id: "PublicListing" });

/** Of what the picture is: of neither, it is the school's own. */
export const sharingQuery = z.strictObject({
  course: planFields.id.optional().describe("Its identifier, or the last part of its address."),
  listing: planFields.id.optional().describe("Its identifier, or the last part of its address."),
  state: z.string().max(64).optional().describe("What it shows: its address changes with it."),
});
export type SharingQuery = z.infer<typeof sharingQuery>;

/** When one would learn what, if one came in at this moment. */
export const previewQuery = z.strictObject({
  timeZone: planFields.timeZone.describe("The zone of whoever looks."),
  cohort: planFields.id.optional().describe("The cohort they would come into."),
});

export const preview = z
  .object({
    at: z.string(),
    from: z.string().nullable().describe("When access would begin."),
    until: z.string().nullable().describe("When it would end; null: no end is known."),
    modules: z.array(
      z.object({
        title: z.string(),
        opens: z.string().nullable().describe("Null: it waits for what one does."),
      }),
    ),
  })
  .meta({ id: "Preview" });

export const sample = z
  .object({
    title: z.string(),
    kind: z.string(),
    minutes: z.number().nullable(),
    ...lessonContent.shape,
    course: z.string().describe("The course's title."),
  })
  .meta({ id: "Sample" });

export const catalogQuery = z.strictObject({
  find: z.string().trim().max(100, "At most 100 characters").optional(),
  subject: z.string().trim().max(200).optional(),
  level: z.string().trim().max(100).optional(),
  after: cursor.optional().describe("Where the page before ended."),
  most: z.coerce.number<number>().int().min(1).max(100).default(24),
});

const catalogEntry = z.object({
  kind: z.enum(["course", "listing"]).describe("A course, or several sold together."),
  id: z.string(),
  title: z.string(),
  short: z.string(),
  subject: z.string(),
  level: z.string(),
  cover: cover.nullable(),
  lessons: z.int(),
  minutes: z.number(),
  courses: z.array(z.string()).describe("What is sold together, by its titles."),
  featured: z.boolean(),
  opens: z
    .int()
    .nullable()
    .describe("Of a membership: how many courses are open by it; null: it is none."),
  subjects: z.array(z.string()).describe("Of a membership: only courses of these; none: of any."),
  members: z.boolean().describe("Only members enroll in it by themselves."),
  sold: z.boolean().describe("It is bought; else one enrolls."),
  price: askedPrice
    .nullable()
    .describe(
      "The lowest that is asked for today; null: nothing is asked, or nothing can be bought.",
    ),
});

/** What a school shows to everybody. */
export const catalogPage = z
  .object({
    school: z.object({ name: z.string(), color: z.string(), contact: z.string() }),
    words,
    entries: z.array(catalogEntry),
    subjects: z.array(z.string()).describe("Of all that is shown."),
    levels: z.array(z.string()),
    next: z.string().nullable(),
  })
  .meta({ id: "Catalog" });

export type CatalogPage = z.infer<typeof catalogPage>;
export type CatalogEntry = CatalogPage["entries"][number];
export type Preview = z.infer<typeof preview>;
export type Sample = z.infer<typeof sample>;
export type PublicListing = z.infer<typeof publicListing>;
export type PublicCourse = z.infer<typeof publicCourse>;
export type WayIn = z.infer<typeof wayIn>;
