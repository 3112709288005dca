/** What people are told, and when: what a school sets and writes, what goes out, what somebody does not want. */

import { staffActSchema } from "@dawngate/core/enrollment";
import type { KINDS } from "@dawngate/core/notices";
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { cursor, language, mailAddress, noticeWords } from "./text";

/** Those that something here gives rise to so far. */
export const SENT_KINDS = [
  "welcome",
  "opened",
  "opens-soon",
  "due-soon",
  "overdue",
  "access-ends",
  "announcement",
  "by-staff",
] as const satisfies readonly (typeof KINDS)[number][];
export const sentKind = z.enum(SENT_KINDS);
export type SentKind = z.infer<typeof sentKind>;

/** Those that a part of their own writes, when it has happened: their words alone are set here. */
export const WORDED_KINDS = [
  "place-free",
  "payment-due",
  "payment-overdue",
  "payment-failed",
] as const satisfies readonly (typeof KINDS)[number][];
export const wordedKind = z.enum([...SENT_KINDS, ...WORDED_KINDS]);
export type WordedKind = z.infer<typeof wordedKind>;

/** The number of a notice. */
export const noticeId = z.string().regex(/^\d{1,18}$/, "The number of a notice");

const quietHours = z.strictObject({ from: planFields.timeOfDay, to: planFields.timeOfDay });

/** A kind as it is set. */
export const noticeKind = z
  .object({
    kind: sentKind,
    on: z.boolean(),
    offsets: z
      .array(z.string())
      .nullable()
      .describe("Days before (-P2D) or after (P1D); null: this kind counts no days."),
    side: z.enum(["before", "after", "both"]).nullable(),
    subject: z.string().describe("As it is written, with its fields in braces."),
    whose: z.enum(["ours", "school"]).describe("Whose words these are."),
    courses: z.array(z.string()).describe("Courses with words of their own."),
  })
  .meta({ id: "NoticeKind" });
export type NoticeKind = z.infer<typeof noticeKind>;

export const noticeSettings = z
  .object({
    number: z.int().describe("Counts its changes: whoever changes it says which they saw."),
    hour: z.string().describe("When what counts days goes out, in the zone that counts."),
    quiet: z
      .object({ from: z.string(), to: z.string() })
      .nullable()
      .describe("Nobody is written to in these hours of their own day; null: there are none."),
    kinds: z.array(noticeKind),
    worded: z
      .array(
        noticeKind
          .pick({ subject: true, whose: true, courses: true })
          .extend({ kind: z.enum(WORDED_KINDS) }),
      )
      .describe("Those whose words alone are set."),
    copies: z
      .array(z.object({ email: z.string(), kinds: z.array(sentKind) }))
      .describe("Who else gets what goes out, of which kinds."),
  })
  .meta({ id: "NoticeSettings" });
export type NoticeSettings = z.infer<typeof noticeSettings>;

export const noticeSettingsChange = z.strictObject({
  number: z.int().min(0),
  hour: planFields.timeOfDay,
  quiet: quietHours
    .refine(({ from, to }) => from !== to, {
      path: ["to"],
      message: "Quiet hours that begin and end at one time are none, or all: leave them out",
    })
    .nullable(),
  kinds: z.partialRecord(
    sentKind,
    z.strictObject({
      on: z.boolean().optional(),
      offsets: z.array(z.string().max(20)).max(12, "At most twelve times").optional(),
    }),
  ),
  copies: z
    .array(
      z.strictObject({
        email: mailAddress,
        kinds: z.array(sentKind).min(1, "Of which kinds?").max(SENT_KINDS.length),
      }),
    )
    .max(10, "At most ten addresses get copies")
    .default([]),
});
export type NoticeSettingsChange = z.input<typeof noticeSettingsChange>;

export const noticeText = z
  .object({
    kind: wordedKind,
    course: z.string().nullable(),
    cohort: z.string().nullable(),
    language,
    subject: z.string(),
    text: z.string(),
    whose: z.enum(["ours", "school", "course", "cohort"]),
    fields: z.array(z.string()),
    own: z
      .array(z.object({ field: z.string(), name: z.string() }))
      .describe("The school's own fields among them, with what they are called."),
  })
  .meta({ id: "NoticeText" });
export type NoticeText = z.infer<typeof noticeText>;

/** Null: the school's words again, or ours. */
export const noticeTextChange = z.strictObject({
  course: planFields.id.nullable().default(null),
  cohort: planFields.id.nullable().default(null).describe("Of that course; null: all of them."),
  language: language.optional().describe("Left out: the school's first."),
  words: noticeWords.nullable(),
});
export type NoticeTextChange = z.input<typeof noticeTextChange>;

export const noticeTextQuery = z.strictObject({
  language: language.optional().describe("Left out: the school's first."),
  course: planFields.id.optional(),
  cohort: planFields.id.optional(),
});

/** As somebody would read it. */
export const letterShown = z
  .object({
    language: language.optional().describe("Left out: English."),
    greeting: z.string().optional().describe("Left out: as English has it."),
    subject: z.string(),
    says: z.array(z.string()),
    dates: z.array(z.object({ when: z.string(), what: z.string() })),
    button: z.object({ label: z.string(), url: z.string() }).nullable(),
    small: z.array(z.string()),
    below: z.object({ label: z.string(), url: z.string() }),
  })
  .meta({ id: "LetterShown" });
export type LetterShown = z.infer<typeof letterShown>;

export const noticeTrial = z.strictObject({
  course: planFields.id.nullable().default(null),
  person: z.string().max(200).nullable().default(null).describe("Null: whoever it fits."),
  language: language.optional().describe("Left out: the school's first."),
  words: z.strictObject({ subject: z.string().max(300), text: z.string().max(20_000) }),
  from: z.iso
    .datetime({ offset: true })
    .optional()
    .describe("The next one that goes out to them from then on; left out: from now on."),
  toMe: z.boolean().default(false).describe("It is sent to whoever asks, too."),
});
export type NoticeTrial = z.input<typeof noticeTrial>;

export const noticeTried = z
  .object({
    faults: z.array(z.object({ path: z.enum(["subject", "text"]), reason: z.string() })),
    letter: letterShown.nullable().describe("Null: its words are at fault."),
    person: z.object({ id: z.string(), name: z.string() }).nullable(),
    at: z.string().nullable().describe("When it would go out to them; null: it is made up."),
    values: z
      .record(z.string(), z.string())
      .describe("What each field says to them; empty: nothing, and its paragraph is left out."),
  })
  .meta({ id: "NoticeTried" });
export type NoticeTried = z.infer<typeof noticeTried>;

/** The mail that an act for somebody sends, before it is done: as it would go out, or in words of its own. */
export const actLetterRequest = z
  .strictObject({
    enrollment: planFields.id.describe("The first of those whom the act is for."),
    act: staffActSchema,
    words: z
      .strictObject({ subject: z.string().max(300), text: z.string().max(20_000) })
      .nullable()
      .default(null)
      .describe("Words for this act alone; null: the school's."),
  })
  .meta({ id: "ActLetterRequest" });

export const actLetter = z
  .object({
    ...noticeText.shape,
    faults: z.array(z.object({ path: z.enum(["subject", "text"]), reason: z.string() })),
    letter: letterShown.nullable().describe("Null: none goes out, or its words are at fault."),
    person: z.string().describe("Who reads it so."),
    values: z.record(z.string(), z.string()),
  })
  .meta({ id: "ActLetter" });
export type ActLetter = z.infer<typeof actLetter>;

export const noticesAhead = z
  .object({
    today: z.string(),
    days: z.array(
      z.object({
        day: z.string(),
        kinds: z.array(z.object({ kind: z.string(), count: z.int() })),
        stopped: z.boolean().describe("What the day brings is not mailed; people find it here."),
      }),
    ),
  })
  .meta({ id: "NoticesAhead" });
export type NoticesAhead = z.infer<typeof noticesAhead>;

export const dayStopped = z.strictObject({ stopped: z.boolean() }).meta({ id: "DayStopped" });

export const noticeState = z.enum([
  "waiting",
  "sent",
  "failed",
  "late",
  "stopped",
  "refused",
  // Not mailed: they want it on their devices only.
  "on-device",
]);
export type NoticeState = z.infer<typeof noticeState>;

export const sentNotice = z
  .object({
    id: z.string(),
    kind: z.string(),
    at: z.string(),
    state: noticeState,
    fault: z.string().nullable().describe("What the mail server said."),
    person: z.object({ id: z.string(), name: z.string(), email: z.string() }),
    course: z.string().nullable(),
    subject: z.string(),
  })
  .meta({ id: "SentNotice" });
export type SentNotice = z.infer<typeof sentNotice>;

export const sentNotices = z.object({
  notices: z.array(sentNotice).describe("The latest first."),
  next: z.string().nullable(),
});

export const sentNoticesQuery = z.strictObject({
  kind: sentKind.optional(),
  state: noticeState.optional(),
  person: z.string().max(200).optional(),
  after: cursor.optional(),
  most: z.coerce.number<number>().int().min(1).max(200).default(50),
});

export const sentNoticeWhole = sentNotice
  .extend({ sentAt: z.string().nullable(), letter: letterShown })
  .meta({ id: "SentNoticeWhole" });
export type SentNoticeWhole = z.infer<typeof sentNoticeWhole>;

/** What somebody would be told by and by, enrolled or imagined. */
export const noticesRehearsed = z
  .object({
    notices: z
      .array(
        z.object({
          at: z.string(),
          kind: z.string(),
          subject: z.string(),
          items: z.array(z.string()).describe("The modules and lessons it names."),
        }),
      )
      .describe("From the beginning on, as far as is known today."),
  })
  .meta({ id: "NoticesRehearsed" });
export type NoticesRehearsed = z.infer<typeof noticesRehearsed>;

/** Whether somebody was told that something is open for them; if not, by which rule (notices.md, "Opened"). */
export const whyTold = z
  .object({
    why: z.enum([
      "told",
      "off",
      "gone",
      "sample",
      "unpaid",
      "ahead",
      "shut",
      "welcome",
      "there",
      "done",
      "late",
      "missed",
      "waits",
      "soon",
    ]),
    kind: z.string().nullable().describe("By which kind of notice it was."),
    at: z
      .string()
      .nullable()
      .describe("When it was, opens, could be opened first, was due, or goes out."),
    by: z
      .enum(["school", "person", "pause", "suspension"])
      .nullable()
      .describe("Who has it off; what shuts it (null: their access is over)."),
    state: noticeState.nullable().describe("Where the notice that told it stands."),
    fault: z.string().nullable().describe("What the mail server said of it."),
  })
  .meta({ id: "WhyTold" });
export type WhyTold = z.infer<typeof whyTold>;

export const whyToldQuery = z.strictObject({ enrollment: planFields.id, item: planFields.id });

/** What one person is told: what has gone out, what is to come, what they do not want. */
export const toldTo = z
  .object({
    ahead: z.array(
      z.object({
        at: z.string(),
        kind: z.string(),
        course: z.string().nullable(),
        things: z.int().describe("So many modules and lessons it names."),
      }),
    ),
    sent: z.array(sentNotice).describe("The latest first."),
    off: z.array(
      z.object({
        kind: z.string(),
        course: z.string().nullable().describe("Null: in none."),
        way: z.enum(["mail", "device"]),
      }),
    ),
    devices: z.int().describe("So many devices they are told on beside mail."),
  })
  .meta({ id: "ToldTo" });
export type ToldTo = z.infer<typeof toldTo>;

/** Who was told a date that does not hold any more. */
export const wrongNotices = z
  .object({
    count: z.int().describe("Up to a thousand are counted."),
    first: z.array(
      z.object({
        person: z.object({ id: z.string(), name: z.string() }),
        kind: z.string(),
        title: z.string(),
        old: z.string(),
        new: z.string().nullable(),
      }),
    ),
  })
  .meta({ id: "WrongNotices" });
export type WrongNotices = z.infer<typeof wrongNotices>;

export const corrected = z.object({ sent: z.int(), left: z.int() });

export const correctionWanted = z
  .strictObject({
    since: z.iso
      .datetime({ offset: true })
      .describe("Just before the change: what is found wrong from then on."),
  })
  .meta({ id: "CorrectionRequest" });
