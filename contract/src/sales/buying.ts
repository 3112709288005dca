/** What a buyer meets: the price at this instant, what is said to buy, and what comes of it. */
import { planFields } from "@dawngate/core/plan";
import type { Quote, QuoteStep } from "@dawngate/core/sales";
import { z } from "zod";
import { typed } from "../endpoint";
import { fieldAnswers } from "../own-fields";
import { anchor } from "../schedule";
import { mailAddress, personName } from "../text";
import { billing } from "./documents";
import { offer } from "./offers";

const country = z
  .string()
  .regex(/^[A-Z]{2}$/, "A country is two capital letters, as ISO 3166-1 has them");
const taxNumber = z.string().max(20, "A tax number has at most 20 characters");

/** Where the buyer is, where tax goes by it. */
export const buyerPlace = {
  country: country.optional().describe("Of the buyer; left out: the school's own."),
  taxNumber: taxNumber.optional().describe("Of a company; left out: it is no company."),
};

const treatment = z.enum(["domestic", "reverse-charge", "origin", "destination", "outside"]);

/** What an order was taxed by. */
export const orderTax = z
  .object({
    treatment,
    country: z.string().describe("Whose rate counted; where none did: the buyer's."),
    rate: z.int().describe("In basis points."),
    buyer: z.object({
      country: z.string(),
      company: z.boolean(),
      number: z.string().nullable(),
      numberValid: z.boolean(),
    }),
    evidence: z.array(z.object({ kind: z.string(), country: z.string() })),
  })
  .meta({ id: "OrderTax" });
export type OrderTax = z.infer<typeof orderTax>;

/** For whom a quote is asked. */
export const offeredQuery = z.strictObject({
  ...buyerPlace,
  option: planFields.id.optional().describe("The way to pay; left out: the first."),
  seats: z.coerce.number<number>().int().min(1).max(10_000).default(1),
  renews: z
    .literal("false")
    .optional()
    .describe("Not for oneself, though one could stay longer by it: as a gift."),
  codes: z.string().max(1000).optional().describe("Codes, parted by commas."),
  timeZone: planFields.timeZone.optional(),
});

const way = z.object({
  id: z.string(),
  kind: z.enum(["free", "once", "installments", "subscription"]),
  total: z.int().describe("What it comes to today for one seat; of a subscription a period."),
  count: z.int().nullable(),
  every: z.string().nullable(),
  trial: z.string().nullable(),
});

/** What opens when for somebody who comes in now: course by course. */
export const firstDates = z.array(
  z.object({
    id: z.string(),
    title: z.string(),
    cohort: z
      .object({ name: z.string(), starts: z.string(), ends: z.string() })
      .nullable()
      .describe("The cohort one comes into; null: none."),
    opens: z.string().nullable().describe("The first opening of whoever comes in now."),
    until: z.string().nullable().describe("The end of access; null: none, or not known yet."),
    untilWaitsFor: z
      .array(anchor)
      .describe("What the end counts from that has not happened yet, such as the first lesson."),
    ends: z
      .array(z.string())
      .describe("The same in words: when access ends, counted from what has not happened yet."),
    modules: z.array(z.object({ title: z.string(), opens: z.string().nullable() })),
    goesOn: z.boolean().describe("They were in it before, and go on where they were."),
  }),
);
export type FirstDates = z.infer<typeof firstDates>;

/** What a membership opens to whoever has it from now on. */
export const memberOf = z
  .object({
    courses: z.int().describe("Courses that are open by it today."),
    subjects: z.array(z.string()).describe("Only courses of these; none: of any."),
    titles: z.array(z.string()).describe("Of the first of them, as the school orders them."),
    until: z
      .string()
      .nullable()
      .describe("When it ends that begins now; null: as long as it is paid, or never."),
  })
  .meta({ id: "MemberOf" });
export type MemberOf = z.infer<typeof memberOf>;

export const asIfBoughtQuery = z.strictObject({
  on: planFields.localDate.describe("Of the school's zone; at noon, or now where it is today."),
  timeZone: planFields.timeZone.optional().describe("The buyer's; left out: the school's."),
});

/** The dates of somebody who would buy a listing on a day. */
export const asIfBought = z.object({
  at: z.string().describe("When they come in."),
  courses: firstDates.describe("Those of its courses that are published."),
  giveBack: z
    .string()
    .nullable()
    .describe("The last day on which a consumer in the European Union could withdraw."),
});
export type AsIfBought = z.infer<typeof asIfBought>;

/** A listing as a buyer meets it, with the price worked out for them at this instant. */
export const offered = z
  .object({
    id: z.string(),
    title: z.string(),
    points: z.array(z.string()),
    school: z.object({
      name: z.string(),
      color: z.string(),
      contact: z.string(),
      timeZone: z.string(),
    }),
    currency: z.string(),
    state: z.enum(["open", "before", "full", "closed"]),
    window: offer.shape.window,
    seatsLeft: z.int().nullable(),
    teams: z.boolean().describe("Several seats can be bought at once."),
    followsUp: z
      .boolean()
      .describe("Whoever leaves their address and does not pay is written to, once."),
    tax: orderTax
      .omit({ evidence: true })
      .nullable()
      .describe("The tax by the buyer's place; null: every buyer pays the same."),
    ways: z.array(way),
    quote: typed<Quote>(z.object({}).loose()),
    note: z
      .object({
        rises: z.object({ on: z.string(), amount: z.int() }).nullable(),
        before: z.int().nullable(),
      })
      .describe(
        "Of one seat: when its price rises next, at the start of a day in the school's zone; and the lowest of the thirty days before it was lowered (Directive 98/6/EC, article 6a).",
      ),
    why: z.array(typed<QuoteStep>(z.object({}).loose())),
    courses: firstDates,
    membership: memberOf.nullable().describe("Null: it is courses."),
    holds: z
      .boolean()
      .describe(
        "The one who asks is in all of its courses already, and would stay no longer by buying it.",
      ),
    renews: z
      .array(
        z.object({
          course: z.string(),
          until: z.string().describe("The end of access as it is."),
          becomes: z.string().describe("As it is once this is paid."),
        }),
      )
      .nullable()
      .describe("They stay longer by it; null: it is bought, not renewed."),
    giveBack: z
      .string()
      .nullable()
      .describe(
        "The last day, included, on which a consumer may give it back; null: nothing is paid.",
      ),
    waiting: z
      .object({
        course: z.string(),
        cohort: z.string(),
        name: z.string().describe("Of the cohort."),
        stands: z
          .object({
            ahead: z.int().describe("So many come before."),
            offerUntil: z
              .string()
              .nullable()
              .describe("Until then a place is held for one; null: none is."),
          })
          .nullable()
          .describe("Where one stands; null: one does not wait, and can."),
      })
      .nullable()
      .describe("Of a cohort that is full: its waitlist; null: there is none to join."),
    onFile: z
      .object({ ends: z.string().nullable() })
      .nullable()
      .describe(
        "The card, by its last digits, that whoever is signed in has paid with before: it is paid by that in one press. Null: there is none, or nothing is due.",
      ),
  })
  .meta({ id: "Offered" });
export type Offered = z.infer<typeof offered>;

/** For whom something is bought by somebody else, and when they get it. */
export const gift = z
  .strictObject({
    name: personName,
    email: mailAddress,
    says: z.string().trim().max(1000, "At most 1000 characters").default(""),
    on: planFields.localDate
      .nullable()
      .default(null)
      .describe("The day on which they are told, in the school's zone; null: once it is paid."),
  })
  .meta({ id: "Gift" });
export type Gift = z.output<typeof gift>;

export const purchase = z.strictObject({
  key: z.string().min(8).max(100).describe("The same for the same press."),
  option: planFields.id,
  seats: z.int().min(1).max(10_000).default(1),
  codes: z.array(z.string().max(60)).max(20).default([]),
  seen: z
    .strictObject({ total: z.int(), dueNow: z.int() })
    .describe("What the buyer saw: where it is another by now, it is asked again."),
  name: personName.optional(),
  email: mailAddress.optional(),
  timeZone: planFields.timeZone,
  ...buyerPlace,
  renews: z.boolean().default(false).describe("The buyer, who is in all of it, stays longer."),
  onFile: z
    .boolean()
    .default(false)
    .describe("It is paid at once by the card the buyer has paid with before."),
  gift: gift.optional().describe("Somebody else gets it; left out: the buyer."),
  billing: billing.optional().describe("For which company invoices are written."),
  answers: fieldAnswers
    .optional()
    .describe("To what the school asks of whoever buys for themselves."),
  leaveMe: z
    .boolean()
    .default(false)
    .describe("Is not written to where the checkout is left unfinished."),
  beginAtOnce: z
    .boolean()
    .default(false)
    .describe("Consents to begin at once, and knows that the right of withdrawal ends by it."),
});
export type Purchase = z.input<typeof purchase>;

export const bought = z.object({
  order: z.string(),
  secret: z.string().describe("Opens the order without signing in."),
  pay: z.string().nullable().describe("Where one pays; null: nothing is due now."),
});

/** Joining the waitlist of a cohort that is sold. */
export const waitForSold = z
  .strictObject({ timeZone: planFields.timeZone })
  .meta({ id: "WaitForSold" });
