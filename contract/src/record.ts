/** The record of changes: who changed what, when, from what to what. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";

/** What a change can be of, by the table it stands in, and what people call it. */
export const RECORDED = {
  school: "School",
  member: "Staff",
  course_author: "Author's courses",
  cohort_instructor: "Instructor's cohorts",
  handover: "Handing over",
  invitation: "Invitation",
  course: "Course",
  course_draft: "Course's draft",
  course_page: "Course's page",
  course_cover: "Cover",
  course_version: "Publishing",
  cohort: "Cohort",
  person: "Person",
  own_field: "Own field",
  own_value: "What stands in a field",
  enrollment: "Enrollment",
  enrollment_event: "What happened to somebody",
} as const;
export type RecordedThing = keyof typeof RECORDED;
const thing = z.enum(Object.keys(RECORDED) as [RecordedThing, ...RecordedThing[]]);

export const changesQuery = z.object({
  what: thing.optional(),
  by: z.string().max(200).optional().describe("Who, by identifier."),
  course: planFields.id.optional(),
  person: planFields.id.optional(),
  from: planFields.localDate.optional().describe("From the start of this day of the school on."),
  through: planFields.localDate.optional(),
  before: z.coerce
    .number<number>()
    .int()
    .positive()
    .max(Number.MAX_SAFE_INTEGER)
    .optional()
    .describe("Only what stands before this number: the next page."),
});

export const changeRow = z.object({
  number: z.int(),
  at: z.string(),
  by: z.object({ kind: z.string(), id: z.string(), name: z.string() }),
  what: z.string(),
  act: z.enum(["added", "changed", "removed"]),
  subject: z.string(),
  name: z.string().nullable().describe("What the subject is called now, where it is there still."),
  course: z.string().nullable(),
  person: z.string().nullable(),
  before: z.record(z.string(), z.unknown()).nullable(),
  after: z.record(z.string(), z.unknown()).nullable(),
});

export const changes = z
  .object({
    changes: z.array(changeRow).describe("The newest first; at most fifty."),
    next: z.int().nullable().describe("Asks for the next page; null: there is none."),
    people: z
      .array(z.object({ id: z.string(), name: z.string() }))
      .describe("Who is on record, for a filter; at most a hundred."),
  })
  .meta({ id: "Changes" });

/** Who set each of a school's settings last, and when; those that are as they were made are left out. */
export const whoSet = z
  .object({
    settings: z.record(
      z.string().describe("By its name in the school: timeZone, invoicing."),
      z.object({ at: z.string(), by: changeRow.shape.by }),
    ),
  })
  .meta({ id: "WhoSet" });
export type WhoSet = z.infer<typeof whoSet>;

export const recordState = z
  .object({
    rows: z.int(),
    broken: z
      .int()
      .nullable()
      .describe("The first row whose hash is not what it was, or after which one is missing."),
  })
  .meta({ id: "RecordState" });

export type ChangesQuery = z.infer<typeof changesQuery>;
export type Changes = z.infer<typeof changes>;
export type ChangeRow = z.infer<typeof changeRow>;
export type RecordState = z.infer<typeof recordState>;
