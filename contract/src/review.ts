/** Publishing, versions, and what a change does to the people who are in already. */
import { TOLD_OF } from "@dawngate/core/review/told";
import { z } from "zod";
import { planCourse } from "./courses";
import { type TimelineAnswer, timeline } from "./schedule";
import { cursor } from "./text";

const instant = z.string().nullable();

export const personRipple = z.object({
  enrollment: z.string(),
  name: z.string(),
  course: z.string(),
  clock: z.string().describe("The zone in which their days are counted."),
  gains: z.array(z.string()).describe("Items that they could open now and could not."),
  loses: z.array(z.string()).describe("Items that they can open now and could not any more."),
  moves: z.array(
    z.object({
      item: z.string(),
      what: z.enum(["opens", "closes", "due"]),
      before: instant.describe("Null: no date, or no end."),
      after: instant,
    }),
  ),
  appears: z.array(z.string()),
  goes: z.array(z.string()),
  end: z.object({ before: instant, after: instant }).nullable(),
  told: z
    .array(
      z.object({
        of: z.enum(TOLD_OF),
        item: z.string().nullable().describe("Null: the end of access."),
        instant: z.string().describe("What they were told last."),
        holds: instant.describe("What holds instead; null: no date any more."),
      }),
    )
    .describe("Dates that they were told, and that it makes wrong."),
});

export const rippleAnswer = z
  .object({
    at: z.string(),
    version: z.int().nullable().describe("The version in force; null: none yet, or not asked for."),
    sequence: z
      .int()
      .nullable()
      .describe("The draft as it was looked at, by the number of its last operation."),
    totals: z.object({
      people: z.int(),
      touched: z.int(),
      gains: z.int(),
      loses: z.int(),
      later: z.int(),
      earlier: z.int(),
      endsEarlier: z.int(),
      endsLater: z.int(),
    }),
    told: z.int().describe("How many of them were told a date that it makes wrong."),
    mailed: z
      .int()
      .describe("How many, at most, are mailed at once that something has opened for them."),
    groups: z.array(z.object({ people: z.int(), example: personRipple })),
    people: z
      .array(personRipple)
      .describe("Who is touched, at most 200: who loses something first, then who gains."),
    titles: z
      .record(z.string(), z.string())
      .describe("The titles of the items named, those that are in no draft any more among them."),
  })
  .meta({ id: "Ripple" });

/** Those whom a change touches, page by page: in the order of their enrollments, not of what befalls them. */
export const touched = z
  .object({
    people: z.array(personRipple),
    titles: z.record(z.string(), z.string()).describe("The titles of the items named."),
    next: z
      .string()
      .nullable()
      .describe(
        "Where the next page begins; it may hold few, or none, and still go on. Null: the end.",
      ),
  })
  .meta({ id: "Touched" });

export const touchedQuery = z.strictObject({
  after: cursor.optional().describe("Where the page before ended; left out: the first."),
});

export const rippleProgress = z
  .object({ done: z.int(), of: z.int().describe("People looked at, and in all.") })
  .meta({ id: "RippleProgress", description: "It is still being worked out: ask again." });

const way = z
  .enum(["everybody", "new-only", "only-in-favor"])
  .describe(
    "For everybody; for new enrollments only: people in it keep what they have; only in favor: nobody's opening moves later and nobody's end earlier.",
  );
const back = z.coerce
  .number<number>()
  .int()
  .positive()
  .optional()
  .describe("An earlier version whose plan is to be in force again, instead of the draft.");

const seen = z.coerce
  .number<number>()
  .int()
  .optional()
  .describe("The number of the draft's last operation, as whoever asks knows it.");

export const rippleQuestion = z.object({ people: way.default("everybody"), back, seen });
export const touchedQuestion = rippleQuestion.extend(touchedQuery.shape);

export const publishing = z.object({
  people: way.default("everybody"),
  over: z.coerce
    .number<number>()
    .int()
    .optional()
    .describe("The version that was in force when its ripple was looked at; another is refused."),
  seen,
  back,
  note: z.string().max(500, "A note has at most 500 letters").default(""),
});

export const versionListQuery = z.strictObject({
  before: z.coerce
    .number<number>()
    .int()
    .min(1)
    .max(2_147_483_647)
    .optional()
    .describe("The page begins below this version."),
});

export const versionList = z
  .object({
    next: z.int().nullable().describe("The next page begins below this version; null: none."),
    current: z.int().nullable(),
    versions: z.array(
      z.object({
        number: z.int(),
        publishedAt: z.string(),
        author: z.string(),
        note: z.string(),
        people: way,
        bringsBack: z.int().nullable().describe("The earlier version whose plan it is."),
        holders: z
          .int()
          .describe("How many people it counts for: who follow it, or hold it beside another."),
      }),
    ),
  })
  .meta({ id: "Versions" });

export const versionPlan = z
  .object({ number: z.int().nullable().describe("Null: the draft."), plan: planCourse })
  .meta({ id: "Version" });

export const beforeAndAfter = z
  .object({ before: timeline, after: timeline })
  .meta({ id: "BeforeAndAfter" });

/** With the steps of every why in their exact types. */
export interface BeforeAndAfter {
  before: TimelineAnswer;
  after: TimelineAnswer;
}
export type RippleAnswer = z.infer<typeof rippleAnswer>;
export type Touched = z.infer<typeof touched>;
export type RippleProgress = z.infer<typeof rippleProgress>;
export type PersonRipple = z.infer<typeof personRipple>;
export type PublishingWay = z.infer<typeof way>;
export type VersionList = z.infer<typeof versionList>;
export type VersionPlan = z.infer<typeof versionPlan>;
