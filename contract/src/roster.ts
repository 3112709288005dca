/** The roster: the people of a course, page by page, found, narrowed and sorted by the server. */
import {
  ENDING_DAYS,
  NEEDS,
  NEEDS_COUNTED,
  QUIET_DAYS,
  STANDINGS,
} from "@dawngate/core/enrollment";
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { cursor } from "./text";

export const standing = z.enum(STANDINGS).meta({ id: "Standing" });

/** How a roster can be sorted. */
export const ROSTER_ORDERS = ["name", "next", "ends", "enrolled", "seen"] as const;

/** Whom a roster can be narrowed to by how they stand. */
export const rosterStanding = z.enum([...STANDINGS, "finished", ...NEEDS]);

/** By what one of the school's own fields says. */
export const byAnswer = {
  field: planFields.id
    .optional()
    .describe("Only of whom one of the school's own fields says what `says` says."),
  says: z.string().max(500).optional().describe("A choice's identifier, a text, a number, a day."),
};

/** By another course: whom of a roster it concerns too. */
export const OTHER_COURSE = ["in", "not-in", "finished"] as const;
export const byCourse = {
  other: planFields.id
    .optional()
    .describe("Only by how they stand to this other course of the school."),
  otherIs: z
    .enum(OTHER_COURSE)
    .default("in")
    .describe("in: they are in it now; not-in: they are not; finished: they have finished it."),
};

const narrowing = {
  find: z
    .string()
    .max(200, "A name that is looked for has at most 200 characters")
    .optional()
    .describe("A part of a name."),
  standing: rosterStanding
    .optional()
    .describe(
      `Only who stands so; finished: who has done all that is required; late: something was due and is not done; ending: access ends within ${ENDING_DAYS} days; quiet: something is open, and they were not here for ${QUIET_DAYS} days.`,
    ),
  cohort: planFields.id.optional().describe("Only who is in this cohort."),
  ...byAnswer,
  ...byCourse,
};

export const rosterQuery = z.strictObject({
  ...narrowing,
  order: z
    .enum(ROSTER_ORDERS)
    .default("name")
    .describe(
      "By name; by what opens next, soonest first; by the end of access, soonest first; by the day of enrolling, latest first; by when they were here, longest ago first.",
    ),
  after: cursor.optional().describe("Where the page before ended."),
  most: z.coerce.number<number>().int().min(1).max(200).default(50),
});

/** Whom a list to sign names, and how often each signs. */
export const signListQuery = z.strictObject({
  ...narrowing,
  times: z.coerce
    .number<number>()
    .int()
    .min(1, "At least once")
    .max(6, "At most six times")
    .default(1)
    .describe("So many times each signs: for each day, or in and out."),
});

export const rosterPerson = z
  .object({
    enrollment: z.string(),
    person: z.string().describe("The person, who may be in other courses too."),
    name: z.string(),
    timeZone: z.string(),
    cohort: z.string().nullable(),
    enrolledAt: z.string(),
    standing,
    from: z.string().nullable(),
    until: z.string().nullable(),
    done: z.int(),
    of: z.int(),
    finishedAt: z.string().nullable(),
    next: z.object({ item: z.string(), title: z.string(), opens: z.string() }).nullable(),
    openings: z
      .array(z.string())
      .max(60)
      .describe("When modules open for them, as far as that is known; the first sixty."),
    seenAt: z.string().nullable().describe("When they were here last; null: never."),
    answers: z
      .record(z.string(), z.union([z.string(), z.number(), z.array(z.string())]))
      .describe("What stands in the school's own fields that are listed, as far as one sees them."),
  })
  .meta({ id: "RosterPerson" });

export const roster = z
  .object({
    at: z.string().describe("The instant at which the people stand so."),
    people: z.array(rosterPerson),
    next: z.string().nullable().describe("Where the next page begins; null: there is none."),
    settling: z
      .boolean()
      .describe("Some people's dates are being worked out at this moment: a page may miss them."),
  })
  .meta({ id: "Roster" });

export const rosterTotalsQuery = z.strictObject({
  find: narrowing.find,
  cohort: narrowing.cohort,
  ...byAnswer,
  ...byCourse,
});

export const rosterTotals = z
  .object({
    counted: z.boolean().describe("False: too many match such a short word to be counted."),
    all: z.int(),
    finished: z.int(),
    standings: z
      .record(z.string(), z.int())
      .describe("By standing; those without people left out."),
    needs: z
      .record(z.string(), z.int())
      .describe(`Of late, ending and quiet; of more than ${NEEDS_COUNTED} one more is said.`),
    cohorts: z.record(z.string(), z.int()).describe("By cohort, whatever cohort is asked for."),
  })
  .meta({ id: "RosterTotals" });

/** Everybody who matches, but for some: a mark over pages. */
export const matching = z
  .strictObject({
    ...narrowing,
    upTo: planFields.instant.describe("Who came in later is not meant."),
    without: z.array(planFields.id).max(500, "At most 500 people are left out").default([]),
  })
  .meta({ id: "Matching" });

/** For whom something is done by one press: those who are named, or all who match, so many at a time. */
export const forWhom = {
  enrollments: z
    .array(planFields.id)
    .min(1, "Say for whom")
    .max(500, "At most 500 people at once")
    .optional(),
  matching: matching.optional().describe("Instead: everybody who matches, so many at a time."),
  after: cursor.optional().describe("Where the time before ended."),
  key: z
    .string()
    .min(8)
    .max(64)
    .describe("Made by the client for each press: the same press twice counts once."),
};
export const isForSomebody = (asked: { enrollments?: unknown; matching?: unknown }): boolean =>
  (asked.enrollments === undefined) !== (asked.matching === undefined);
export const FOR_NOBODY = {
  message: 'Say for whom: either "enrollments" or "matching"',
  path: ["enrollments"],
};

export type RosterOrder = (typeof ROSTER_ORDERS)[number];
export type RosterQuery = z.input<typeof rosterQuery>;
export type RosterPerson = z.infer<typeof rosterPerson>;
export type Roster = z.infer<typeof roster>;
export type RosterTotals = z.infer<typeof rosterTotals>;
export type Matching = z.input<typeof matching>;
