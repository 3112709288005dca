/** Ways in: how people come into a course or a cohort, join codes, the approval queue, the waitlist, and who is kept out. */
import { CODE_SIGNS, ENTRIES } from "@dawngate/core/enrollment";
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { fieldAnswers } from "./own-fields";
import { cursor, oneLine } from "./text";

const domain = z
  .string()
  .trim()
  .toLowerCase()
  .max(253, "A domain has at most 253 characters")
  .regex(
    /^(?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z0-9-]{2,63}$/,
    "Write what stands behind the @, such as bakery.example",
  );

const waitlist = z.strictObject({
  until: planFields.localDate
    .nullable()
    .describe("The last day it is joined and served; null: as long as the cohort takes people."),
  offerHours: z
    .int("Hours are a whole number")
    .min(1, "An offer holds at least an hour")
    .max(720, "An offer holds at most thirty days")
    .nullable()
    .describe("So long a place that came free is held for the next; null: it is given at once."),
});

const wayTerms = {
  entry: z.enum(ENTRIES),
  listed: z.boolean().describe("Visitors meet it on the course's page."),
  question: oneLine("A question", 300).nullable().describe("Asked of whoever asks to come in."),
  domains: z.array(domain).max(20, "At most 20 domains").describe("Empty: any address."),
  audience: z
    .array(
      z.strictObject({
        field: planFields.id,
        says: z.array(planFields.id).min(1, "Say what it may say").max(100, "At most 100 choices"),
      }),
    )
    .max(5, "At most 5 fields")
    .default([])
    .describe("Own fields with choices, and what each may say; empty: anybody."),
  needs: z
    .array(planFields.id)
    .max(20, "At most 20 courses")
    .describe("Courses that have to be completed first."),
  waitlist: waitlist.nullable().describe("Null: there is none."),
};

export const wayChange = z
  .strictObject({
    cohort: planFields.id.nullable().describe("Null: of a course that is not taken in cohorts."),
    ...wayTerms,
  })
  .meta({ id: "WayChange" });

/** The ways into a course as staff set them, with how many are at each door. */
export const waysIn = z
  .object({
    ways: z.array(
      z.object({
        cohort: z.string().nullable(),
        name: z.string().nullable().describe("The cohort's."),
        ...wayTerms,
        asking: z.int().describe("How many wait for a decision."),
        waiting: z.int().describe("How many wait for a seat, those with an offer among them."),
        codes: z.int().describe("Join codes that have not ended."),
      }),
    ),
    courses: z
      .array(z.object({ id: z.string(), title: z.string() }))
      .describe("Published courses that could be asked for."),
  })
  .meta({ id: "WaysIn" });

const codeTerms = {
  cohort: planFields.id.nullable().describe("The cohort it lets into; null: the course."),
  note: z.string().trim().max(200, "At most 200 characters").describe("For staff."),
  most: z.int().min(1, "At least one").max(100_000).nullable().describe("Null: any number."),
  until: planFields.localDate.nullable().describe("The last day, included."),
  domain: domain.nullable().describe("Only addresses that end in it."),
};

export const newJoinCode = z
  .strictObject({
    ...codeTerms,
    code: z
      .string()
      .max(60)
      .regex(/^[A-Za-z0-9 -]*$/, "Letters from A to Z and figures")
      .optional()
      .describe(`Left out: one is made, of ${CODE_SIGNS}.`),
  })
  .meta({ id: "NewJoinCode" });

export const joinCode = z.object({
  id: z.string(),
  code: z.string(),
  ...codeTerms,
  used: z.int(),
  madeAt: z.string(),
  ended: z.boolean(),
});

export const joinCodes = z
  .object({ codes: z.array(joinCode), next: z.string().nullable() })
  .meta({ id: "JoinCodes" });

export const pageAfter = z.strictObject({ after: cursor.optional() });

/** The approval queue of a course. */
export const entryRequests = z
  .object({
    requests: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        email: z.string(),
        cohort: z.object({ id: z.string(), name: z.string() }).nullable(),
        words: z.string().describe("What they wrote."),
        answers: z
          .array(z.object({ name: z.string(), says: z.string() }))
          .describe("What stands in the school's own fields that are listed."),
        at: z.string(),
        state: z.enum(["waiting", "approved", "refused"]),
        reason: z.string().nullable().describe("What they were told."),
      }),
    ),
    waiting: z.int(),
    waitlists: z
      .array(
        z.object({
          cohort: z.string(),
          name: z.string(),
          seats: z.int().nullable(),
          total: z.int(),
        }),
      )
      .describe("Cohorts in which somebody waits for a seat."),
    next: z.string().nullable(),
  })
  .meta({ id: "EntryRequests" });

export const requestsQuery = z.strictObject({
  state: z.enum(["waiting", "decided"]).default("waiting"),
  after: cursor.optional(),
});

export const decision = z
  .strictObject({
    requests: z.array(planFields.id).min(1, "Say whom").max(100, "At most 100 at once"),
    approve: z.boolean(),
    reason: z.string().trim().max(1000, "At most 1,000 characters").describe("Told to them."),
    overrule: oneLine("A reason", 300)
      .optional()
      .describe(
        "Let in against a full cohort, or although they are kept out: why; it stays on record.",
      ),
  })
  .refine(({ approve, reason }) => approve || reason !== "", {
    path: ["reason"],
    message: "Whoever is refused reads why",
  })
  .meta({ id: "EntryDecision" });

export const decided = z
  .object({
    done: z.int(),
    refused: z
      .array(
        z.object({
          id: z.string(),
          name: z.string(),
          reason: z.string(),
          mayOverrule: z.boolean().describe("Asked again with a reason, they are let in."),
        }),
      )
      .describe("For whom it could not be done, and why not; they still wait."),
  })
  .meta({ id: "EntryDecided" });

/** Who waits for a seat in a cohort, in the order of turn. */
export const waitlistPage = z
  .object({
    waiting: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        email: z.string(),
        at: z.string(),
        offerUntil: z.string().nullable().describe("A place is held for them until then."),
      }),
    ),
    total: z.int(),
    next: z.string().nullable(),
  })
  .meta({ id: "Waitlist" });

export const movedUp = z.strictObject({ reason: oneLine("A reason", 500) }).meta({ id: "MovedUp" });

/** Asking to come in, and joining a waitlist. */
export const askEntry = z
  .strictObject({
    cohort: planFields.id.nullable(),
    timeZone: planFields.timeZone,
    words: z.string().trim().max(2000, "At most 2,000 characters"),
    answers: fieldAnswers.optional().describe("To what the school asks of whoever comes in."),
  })
  .meta({ id: "AskEntry" });

export const joinWaitlist = z
  .strictObject({
    cohort: planFields.id,
    timeZone: planFields.timeZone,
    answers: fieldAnswers.optional().describe("To what the school asks of whoever comes in."),
  })
  .meta({ id: "JoinWaitlist" });

export const leaveWaitlist = z
  .strictObject({ cohort: planFields.id })
  .meta({ id: "LeaveWaitlist" });

/** Could this person come in, on that day? */
export const mayQuery = z.strictObject({
  email: z.string().max(320).default("").describe("Whose mail address; empty: anybody."),
  cohort: planFields.id.optional(),
  on: planFields.localDate.optional().describe("At noon of that day; left out: now."),
});

export const mayEnter = z
  .object({
    at: z.string(),
    known: z.string().nullable().describe("Their name, where the school knows them."),
    isIn: z.boolean(),
    checks: z.array(
      z.object({
        check: z.enum([
          "published",
          "blocked",
          "audience",
          "prerequisites",
          "window",
          "entry",
          "seats",
        ]),
        holds: z.boolean(),
        says: z.array(z.string()).describe("What is wrong, and what to do about it."),
      }),
    ),
  })
  .meta({ id: "MayEnter" });

/** Who is kept out, of a course or of the school. */
export const newBlock = z
  .strictObject({
    course: planFields.id.nullable().describe("Null: of all courses."),
    reason: oneLine("A reason", 500),
  })
  .meta({ id: "NewBlock" });

export const unblock = z.strictObject({ course: planFields.id.nullable() }).meta({ id: "Unblock" });

export const blocks = z
  .object({
    blocks: z.array(
      z.object({
        course: z.object({ id: z.string(), title: z.string() }).nullable(),
        reason: z.string(),
        at: z.string(),
      }),
    ),
  })
  .meta({ id: "EntryBlocks" });

export type WaysIn = z.infer<typeof waysIn>;
export type WayInSet = WaysIn["ways"][number];
export type WayChange = z.infer<typeof wayChange>;
export type JoinCodes = z.infer<typeof joinCodes>;
export type JoinCode = z.infer<typeof joinCode>;
export type NewJoinCode = z.infer<typeof newJoinCode>;
export type EntryRequests = z.infer<typeof entryRequests>;
export type EntryDecision = z.infer<typeof decision>;
export type EntryDecided = z.infer<typeof decided>;
export type WaitlistPage = z.infer<typeof waitlistPage>;
export type MayEnter = z.infer<typeof mayEnter>;
export type EntryBlocks = z.infer<typeof blocks>;
