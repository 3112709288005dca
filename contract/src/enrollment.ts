/** Enrolling and what follows: cohorts, people, what staff do, and what an enrollee sees. */
import { staffActSchema } from "@dawngate/core/enrollment";
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { words } from "./catalog";
import { cover, insideTitle } from "./courses";
import { seen } from "./learning";
import { lessonContent } from "./lessons";
import { fieldAnswers } from "./own-fields";
import { personRipple } from "./review";
import { FOR_NOBODY, forWhom, isForSomebody } from "./roster";
import { type TimelineAnswer, timeline } from "./schedule";
import { cursor, mailAddress, noticeWords, oneLine, personName } from "./text";

export * from "./cohorts";

/** The kind of a refusal that staff may overrule. */
export const MAY_OVERRULE = "urn:dawn-gate:may-overrule";

export const newEnrollment = z
  .strictObject({
    name: personName,
    email: mailAddress,
    timeZone: planFields.timeZone,
    cohort: planFields.id.nullable(),
    answers: fieldAnswers.optional().describe("To the school's own fields that staff are asked."),
    overrule: oneLine("A reason", 300)
      .optional()
      .describe("They come in though no seat is free, or though they are kept out: why."),
    tell: z.boolean().default(true).describe("They are told by mail that they are in, and how."),
    words: noticeWords.optional().describe("How that mail is worded; left out: as it is usual."),
    look: z.boolean().default(false).describe("Only say how the mail would read."),
  })
  .meta({ id: "NewEnrollment" });

export const whyMail = z
  .strictObject({ item: planFields.id.describe("The module or lesson they asked about.") })
  .meta({ id: "WhyMail" });

/** What staff do for one person; each with a reason that stays on the record. */
export const staffAct = staffActSchema.meta({ id: "StaffAct" });

export const actRequest = z
  .strictObject({
    ...forWhom,
    act: staffAct,
    look: z.boolean().default(false).describe("Only say what it would do."),
    tell: z
      .boolean()
      .default(true)
      .describe("Whom it is about is told by mail, where the school has that on."),
    words: noticeWords
      .optional()
      .describe("How the mail of this act is worded; left out: as the school words such mails."),
  })
  .refine(isForSomebody, FOR_NOBODY)
  .meta({ id: "ActRequest" });

export const acted = z
  .object({
    people: z.array(personRipple).describe("Whose dates move by it, and how."),
    unmoved: z.int().describe("For how many it is done without a date that moves."),
    refused: z
      .array(z.object({ enrollment: z.string(), name: z.string(), reason: z.string() }))
      .describe("For whom it is not done, and why not."),
    titles: z.record(z.string(), z.string()),
    next: z
      .string()
      .nullable()
      .describe("More match: go on from here, with the same key; null: that was all."),
  })
  .meta({ id: "Acted" });

/** What whoever takes an invitation is in already. */
export const invitedTo = z
  .object({
    courses: z.array(
      z.object({
        title: z.string(),
        says: z
          .array(z.string())
          .describe("In what one is, with whom; or what a membership opens."),
        dates: z
          .array(z.object({ when: z.string(), what: z.string() }))
          .describe("What opens first."),
        small: z.array(z.string()).describe("Until when, and in which zone times are."),
      }),
    ),
  })
  .meta({ id: "InvitedTo" });

/** How a school knows oneself. */
export const ownself = z
  .object({ name: z.string(), email: z.string(), timeZone: z.string() })
  .nullable()
  .describe("Null: one holds nothing here.")
  .meta({ id: "Ownself" });

export const zoneChange = z
  .strictObject({
    timeZone: planFields.timeZone,
    /** Made by the client for each press, so that the same press twice counts once. */
    key: z.string().min(8).max(64),
    look: z.boolean().default(false).describe("Only say what would move."),
  })
  .meta({ id: "ZoneChange" });

export const recordQuery = z.strictObject({
  before: z.coerce
    .number<number>()
    .int()
    .min(1)
    .max(2_147_483_647)
    .optional()
    .describe("The page begins below the event of this number."),
});

export const record = z
  .object({
    next: z.int().nullable().describe("The next page begins below this event; null: none."),
    events: z.array(
      z.object({
        sequence: z.int(),
        kind: z.string(),
        at: z.string(),
        author: z.string(),
        authorKind: z.string().describe("account, key, system; unknown where only a name is left."),
        reason: z.string().nullable(),
        data: z.record(z.string(), z.unknown()),
        undo: z
          .record(z.string(), z.unknown())
          .nullable()
          .describe("What staff would do to take it back, but for the reason; null: nothing does."),
      }),
    ),
  })
  .meta({ id: "Record" });

export const enrollRequest = z
  .strictObject({
    cohort: planFields.id.nullable(),
    timeZone: planFields.timeZone,
    code: z.string().max(60).optional().describe("A join code, where one has one."),
    answers: fieldAnswers.optional().describe("To what the school asks of whoever comes in."),
  })
  .meta({ id: "EnrollRequest" });

export const enrolled = z.object({ enrollment: z.string() }).meta({ id: "Enrolled" });

/** Enrolled by staff, or as it would be. */
export const enrolledByHand = z
  .object({
    enrollment: z.string(),
    mail: z
      .object({
        subject: z.string(),
        says: z.array(z.string()),
        dates: z.array(z.object({ when: z.string(), what: z.string() })),
        small: z.array(z.string()),
      })
      .nullable()
      .describe("What they are told; null: nothing."),
  })
  .meta({ id: "EnrolledByHand" });
export type EnrolledByHand = z.infer<typeof enrolledByHand>;

const mark = z.enum(["waiting", "scheduled", "open", "done", "closed"]);

export const shelf = z
  .object({
    courses: z.array(
      z.object({
        enrollment: z.string(),
        course: z.string(),
        title: z.string(),
        cohort: z.string().nullable(),
        cover: cover.nullable(),
        timeZone: z.string().describe("The zone of whom it is."),
        state: z.enum(["closed", "waiting", "scheduled", "open"]),
        shutBy: z.enum(["pause", "suspension"]).nullable(),
        from: z.string().nullable(),
        until: z.string().nullable(),
        progress: z.object({ done: z.int(), of: z.int() }),
        seen: z.string().nullable().describe("When one was here last; null: never."),
        modules: z
          .array(z.object({ title: z.string(), mark, opens: z.string().nullable() }))
          .describe("Each module as it stands, in order."),
        fresh: z.array(z.string()).describe("Titles of modules that opened within the last week."),
        next: z.object({ title: z.string(), opens: z.string() }).nullable(),
        goOn: z
          .object({
            lesson: z.string(),
            title: z.string(),
            kind: z.string(),
            minutes: z.number().nullable(),
            module: z.string().describe("Its module's title."),
          })
          .nullable()
          .describe("The lesson to go on with: the first open one that is not done."),
      }),
    ),
    isMember: z.boolean().describe("One has a membership: courses may be open to be taken up."),
    news: z.int().describe("So much of what one was told of late is not read; up to 99."),
  })
  .meta({ id: "Shelf" });

export const memberCoursesQuery = z.strictObject({
  after: cursor.optional(),
  most: z.coerce.number<number>().int().min(1).max(60).default(12),
});

/** What memberships open that one has not taken up yet. */
export const memberCourses = z
  .object({
    memberships: z.array(
      z.object({
        listing: z.string(),
        title: z.string(),
        order: z.string().nullable().describe("By which it was bought; null: somebody gave it."),
        until: z.string().nullable().describe("Null: as long as it is paid, or without an end."),
      }),
    ),
    courses: z.array(z.object({ id: z.string(), title: z.string(), cover: cover.nullable() })),
    total: z.int(),
    next: z.string().nullable(),
  })
  .meta({ id: "MemberCourses" });
export type MemberCourses = z.infer<typeof memberCourses>;

export const datesQuery = z.strictObject({
  after: cursor.optional().describe("The page begins after where the one before ended."),
});

export const dates = z
  .object({
    timeZone: z.string().describe("The zone of whom they are."),
    dates: z.array(
      z.object({
        kind: z
          .enum(["begins", "opens", "due", "closes", "ends"])
          .describe("Access begins and ends; the others are a module's or a lesson's."),
        at: z.string(),
        enrollment: z.string(),
        course: z.string().describe("The course's title."),
        cohort: z.string().nullable(),
        item: z.string().nullable(),
        title: z.string(),
        lessons: z.int().nullable().describe("How many lessons open with a module."),
        size: z.string().nullable().describe("The same, in the school's own words."),
      }),
    ),
    next: z.string().nullable(),
  })
  .meta({ id: "Dates" });

export const feed = z
  .object({
    made: z.string().nullable().describe("When its address was made; null: there is none."),
  })
  .meta({ id: "Feed" });

export const newFeed = z
  .object({
    address: z.string().describe("Whoever knows it can read one's dates; it is told this once."),
  })
  .meta({ id: "NewFeed" });

const planMove = z.object({
  title: z.string(),
  before: z.string().nullable(),
  after: z.string().nullable(),
});

/** What of a course's plan is otherwise than when one enrolled, as far as it is still ahead of oneself. */
export const planChanges = z
  .object({
    version: z.int().describe("Up to this version."),
    opens: z.array(planMove),
    due: z.array(planMove),
    closes: z.array(planMove),
    added: z.array(z.string()).describe("Titles of what is new."),
    gone: z.array(z.string()).describe("Titles of what is not there any more."),
    end: planMove.omit({ title: true }).nullable().describe("Null: access ends as it would have."),
  })
  .meta({ id: "PlanChanges" });

export const myCourse = z
  .object({
    course: z.string(),
    title: z.string(),
    school: z.string(),
    renewBy: z
      .string()
      .nullable()
      .describe("The listing by which it can be renewed; null: by none."),
    unpaid: z
      .string()
      .nullable()
      .describe("The order that shuts access until it is paid; null: none does."),
    words,
    modules: z.array(
      z.object({
        id: z.string(),
        title: z.string(),
        ofCourse: insideTitle,
        lessons: z.array(
          z.object({
            id: z.string(),
            title: z.string(),
            kind: z.string(),
            minutes: z.number().nullable(),
            sample: z.boolean(),
            required: z.boolean(),
            empty: z.boolean().describe("Nothing stands in it yet."),
          }),
        ),
      }),
    ),
    meets: z
      .object({ cohort: z.string(), place: z.string(), link: z.string() })
      .nullable()
      .describe("The cohort they are in, and where it meets; null: in none, or it meets nowhere."),
    changed: planChanges.nullable(),
    goOn: z
      .string()
      .nullable()
      .describe("The lesson to go on with: the first open one that is not done."),
    timeline,
  })
  .meta({ id: "MyCourse" });

export const myLesson = z
  .object({
    id: z.string(),
    title: z.string(),
    kind: z.string(),
    minutes: z.number().nullable(),
    ...lessonContent.shape,
    seen: seen.nullable().describe("Of a film or a recording; null: there is none."),
    questions: z.boolean().describe("Whether one can ask under it."),
    asked: z.int().describe("How many questions stand under it; counted to a hundred."),
    notes: z.int().describe("How many notes of one's own."),
    done: z.boolean(),
    previous: z.string().nullable(),
    next: z.string().nullable(),
  })
  .meta({ id: "MyLesson" });

export const tick = z
  .strictObject({ done: z.boolean(), key: z.string().min(8).max(64) })
  .meta({ id: "Tick" });

export const ticked = z
  .object({
    done: z.boolean(),
    goOn: z.string().nullable().describe("The lesson to go on with; null: there is none."),
    progress: z.object({ done: z.int(), of: z.int() }),
    opened: z.array(z.string()).describe("The modules and lessons that this opened."),
    finished: z
      .array(z.string())
      .describe("The modules that this finished, and the course, by its identifier."),
  })
  .meta({ id: "Ticked" });

export type NewEnrollment = z.infer<typeof newEnrollment>;
export type EnrollByHand = z.input<typeof newEnrollment>;
export type StaffAct = z.infer<typeof staffAct>;
export type InvitedTo = z.infer<typeof invitedTo>;
export type Ownself = z.infer<typeof ownself>;
export type ZoneChange = z.infer<typeof zoneChange>;
export type ActRequest = z.input<typeof actRequest>;
export type Acted = z.infer<typeof acted>;
export type EventRecord = z.infer<typeof record>;
export type EnrollRequest = z.infer<typeof enrollRequest>;
export type Shelf = z.infer<typeof shelf>;
export type Dates = z.infer<typeof dates>;
/** With the steps of every why in their exact types. */
export type MyCourse = Omit<z.infer<typeof myCourse>, "timeline"> & { timeline: TimelineAnswer };
export type PlanChanges = z.infer<typeof planChanges>;
export type Ticked = z.infer<typeof ticked>;
export type MyLesson = z.infer<typeof myLesson>;
