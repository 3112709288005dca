/** A school, as everybody may see it. */
import { ownWords } from "@dawngate/core/courses";
import { LANGUAGES } from "@dawngate/core/notices/languages";
import { planFields } from "@dawngate/core/plan";
import { taxSettingsSchema } from "@dawngate/core/sales";
import { z } from "zod";
import { permission, role } from "./permissions";
import { invoicing, paymentTerms } from "./sales";
import { chosenPassword, language, mailAddress, oneLine, personName } from "./text";

export const slug = z
  .string()
  .regex(
    /^[a-z0-9][a-z0-9-]{0,62}$/,
    "A school's address is lower-case letters, digits and hyphens",
  )
  .meta({ description: "The school's part of the web address.", example: "ember-row" });

export const school = z
  .object({
    slug: z.string(),
    name: z.string(),
    timeZone: z.string(),
    currency: z.string(),
    calendar: z.object({ weekend: z.array(z.int()), closed: z.array(z.string()) }),
    contact: z.string(),
    hosts: z.array(z.string()).describe("Hosts of pages elsewhere that lessons may show."),
    languages: z
      .array(language)
      .describe("People are written to in; the first: whoever reads none of them."),
    color: z.string(),
    releaseHour: z.string().describe("Proposed for new courses."),
    words: ownWords.describe("Its own words for what a course is made of."),
    twoFactor: z.boolean().describe("Its staff must take a second step when they sign in."),
    followUpHours: z
      .int()
      .nullable()
      .describe("After so many hours whoever left a checkout is written to; null: nobody is."),
    tax: taxSettingsSchema
      .nullable()
      .describe("Tax by the buyer's place; null: every buyer pays the listing's own rate."),
    paymentTerms: paymentTerms.describe("Of new orders; those that run keep theirs."),
    invoicing: invoicing.describe("What stands of it on invoices and credit notes."),
    role: role.describe("What the one who asks is in this school."),
    may: z.array(permission).describe("What they may do here."),
  })
  .meta({ id: "School" });

const currency = z.string().regex(/^[A-Z]{3}$/, "A currency is three capital letters, such as EUR");
const name = oneLine("A name", 200);

export const newSchool = z
  .strictObject({ slug, name, timeZone: planFields.timeZone, currency })
  .meta({ id: "NewSchool" });

export const schoolChange = z
  .strictObject({
    name,
    timeZone: planFields.timeZone,
    currency,
    contact: z.union([z.literal(""), mailAddress]),
    hosts: z
      .array(
        z
          .string()
          .toLowerCase()
          .regex(
            /^(?=.{4,253}$)([a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z]{2,63}$/,
            "A host is a name such as media.example.org, without https:// and without a path",
          ),
      )
      .max(100, "At most 100 hosts"),
    languages: z.array(language).min(1, "At least one").max(LANGUAGES.length),
    twoFactor: z.boolean(),
    color: z.string().regex(/^#[0-9A-Fa-f]{6}$/, "A color is # and six digits, such as #D9533B"),
    releaseHour: planFields.timeOfDay,
    words: ownWords,
    followUpHours: z
      .int("Hours are a whole number")
      .min(1, "At least an hour")
      .max(720, "At most 30 days")
      .nullable(),
    tax: taxSettingsSchema.nullable(),
    paymentTerms,
    invoicing,
    calendar: z
      .strictObject({
        weekend: z.array(z.int().min(1).max(7)).max(7).describe("Weekdays, Monday = 1."),
        closed: z
          .array(planFields.localDate)
          .max(5_000, "At most 5,000 closed days")
          .describe("In any order, each counted once."),
      })
      .describe("The whole calendar, instead of the one before."),
  })
  .partial()
  .meta({ id: "SchoolChange" });

export const calendarDays = z
  .object({
    days: z.array(z.object({ date: z.string(), name: z.string() })),
    leftOut: z
      .array(z.object({ name: z.string(), reason: z.string() }))
      .describe("Events that close no day, with the reason; at most 100 of them."),
  })
  .meta({ id: "CalendarDays" });

export type CalendarDays = z.infer<typeof calendarDays>;

export const me = z
  .object({
    account: z.object({ id: z.string(), name: z.string(), email: z.string() }).nullable(),
    schools: z.array(z.object({ slug: z.string(), name: z.string(), role })),
    mailTray: z
      .boolean()
      .describe("Mail goes to the simulated mailbox, which can be read at /mail."),
  })
  .meta({ id: "Me" });

export const invitation = z
  .object({ school: z.string(), schoolName: z.string(), email: z.string(), role: z.string() })
  .meta({ id: "Invitation" });

export const acceptance = z
  .strictObject({
    token: z.string().min(1).max(200),
    /** Left out by somebody who is signed in already. */
    name: personName.optional(),
    password: chosenPassword.optional(),
  })
  .meta({ id: "Acceptance" });

export const mailListQuery = z.strictObject({
  before: z
    .string()
    .regex(/^\d{1,18}$/, "No mail has this number")
    .optional()
    .describe("The page begins below this mail."),
});

export const mailList = z
  .object({
    next: z.string().nullable().describe("The next page begins below this mail; null: none."),
    mails: z.array(
      z.object({
        id: z.string(),
        to: z.string(),
        subject: z.string(),
        text: z.string(),
        sentAt: z.string(),
      }),
    ),
  })
  .meta({ id: "MailList" });

export type NewSchool = z.infer<typeof newSchool>;
export type SchoolChange = z.infer<typeof schoolChange>;
export type Me = z.infer<typeof me>;
export type Invitation = z.infer<typeof invitation>;
export type Acceptance = z.infer<typeof acceptance>;
export type MailList = z.infer<typeof mailList>;

/** Where somebody who gives no address begins. */
export const start = z.object({ school: z.string().nullable() }).meta({ id: "Start" });

export type School = z.infer<typeof school>;
