/** Partners who bring buyers: their link, their share, what is paid out, and the page on which they see it. */
import { percentSchema } from "@dawngate/core/sales";
import { z } from "zod";
import { cursor, mailAddress, oneLine, personName, pressKey } from "./text";

/** So many a school has at the most. */
export const MOST_PARTNERS = 500;

/** Which link counts, and from when a share can be paid out (orders.md, "Partners"); of orders made from now on. */
export const partnerTerms = z
  .strictObject({
    days: z
      .int("Days are a whole number")
      .min(1, "A link counts for at least a day")
      .max(365, "A link counts for at most a year")
      .describe("So many calendar days before the purchase the link may have been followed."),
    hold: z
      .int("Days are a whole number")
      .min(0, "Days cannot be negative")
      .max(365, "A share is held for at most a year")
      .describe("So many whole days after its payment a share is held."),
  })
  .meta({ id: "PartnerTerms" });
export type PartnerTerms = z.infer<typeof partnerTerms>;

/** Where a school says nothing: a month, and as long as a purchase can be given back (common practice). */
export const USUAL_PARTNER_TERMS: PartnerTerms = { days: 30, hold: 14 };

const word = z
  .string()
  .trim()
  .toLowerCase()
  .regex(
    /^[a-z0-9][a-z0-9-]{1,39}$/,
    "A word of the link is 2 to 40 small letters, figures and hyphens, a letter or figure first",
  );

export const newPartner = z.strictObject({
  name: personName,
  email: mailAddress,
  word: word.describe("What their links end with; nobody else's has it."),
  percent: percentSchema.describe("Their share of what is paid, without tax."),
});
export type NewPartner = z.input<typeof newPartner>;

export const partnerChange = newPartner.partial().extend({
  ended: z.boolean().optional().describe("Their links count no more; what they earned stays."),
});
export type PartnerChange = z.input<typeof partnerChange>;

/** What stands with a partner in one currency, in minor units. */
const balance = z.object({
  currency: z.string(),
  orders: z.int().describe("Paid orders that they brought."),
  net: z.int().describe("What is left of their payments, without tax."),
  earned: z.int(),
  payable: z
    .int()
    .describe("Of what was earned: what can be paid out by now, what was paid out among it."),
  paidOut: z.int(),
  due: z.int().describe("What is to be paid out now; below zero: it stands against the next."),
});
export type PartnerBalance = z.infer<typeof balance>;

const shape = {
  id: z.string(),
  name: z.string(),
  email: z.string(),
  word: z.string(),
  percent: z.number(),
  ended: z.boolean(),
  hasPage: z.boolean().describe("A page of their own is open to whoever has its link."),
  balances: z.array(balance).describe("One a currency; none: they brought nothing yet."),
  nextPayable: z.string().nullable().describe("When more can be paid out; null: nothing waits."),
};

export const partner = z.object(shape).meta({ id: "Partner" });
export type Partner = z.infer<typeof partner>;

export const partners = z.object({
  terms: partnerTerms,
  partners: z.array(partner).describe("By name."),
});

/** An order that somebody brought. */
const share = z.object({
  order: z.string(),
  title: z.string(),
  at: z.string(),
  currency: z.string(),
  net: z.int(),
  percent: z.number(),
  earned: z.int(),
  payable: z.int(),
  nextPayable: z.string().nullable(),
});

export const brought = z.object({
  shares: z.array(share.extend({ buyer: z.string() })).describe("The latest order first."),
  next: z.string().nullable(),
});
export type Brought = z.infer<typeof brought>["shares"][number];

export const broughtQuery = z.strictObject({
  after: cursor.optional(),
  most: z.coerce.number<number>().int().min(1).max(200).default(50),
});

const payout = z.object({
  id: z.string(),
  at: z.string(),
  currency: z.string(),
  amount: z.int(),
  note: z.string(),
  by: z.string().nullable().describe("Who marked it; null: they are not of the school any more."),
  takenBack: z.boolean(),
});
export type Payout = z.infer<typeof payout>;

/** What was paid out to all of them. */
export const payouts = z.object({
  payouts: z
    .array(payout.extend({ partner: z.object({ id: z.string(), name: z.string() }) }))
    .describe("The latest first."),
  next: z.string().nullable(),
});
export type PaidOut = z.infer<typeof payouts>["payouts"][number];

export const partnerDetail = z
  .object({
    ...shape,
    visits: z.object({
      all: z.int().describe("Browsers that came by their links."),
      month: z.int().describe("In the last thirty days."),
    }),
    /** Orders that were begun by their links and never paid. */
    unfinished: z.int(),
    payouts: z.array(payout).describe("The latest hundred, the latest first."),
  })
  .meta({ id: "PartnerDetail" });
export type PartnerDetail = z.infer<typeof partnerDetail>;

export const newPayout = z.strictObject({
  key: pressKey.describe("Of the press: sent twice, it is paid out once."),
  currency: z.string().regex(/^[A-Z]{3}$/),
  amount: z
    .int("An amount is a whole number of minor units")
    .min(1, "An amount is above zero")
    .max(1_000_000_000_000),
  note: oneLine("A note", 200).or(z.literal("")).default(""),
});

/** Told once; a new one takes the place of the one before. */
export const partnerLink = z.object({
  address: z.string().describe("Where they see their page. It is told this once."),
});

export const partnerPageQuery = z.strictObject({ secret: z.string().max(200) });

/** What a partner sees of what they brought: sums and days, no buyers. */
export const partnerPage = z
  .object({
    schoolName: z.string(),
    name: z.string(),
    percent: z.number(),
    terms: partnerTerms,
    ended: z.boolean(),
    timeZone: z.string(),
    links: z
      .array(z.object({ title: z.string(), address: z.string() }))
      .describe("What they pass on: the school's catalog, and what is on sale, at most fifty."),
    visits: partnerDetail.shape.visits,
    balances: z.array(balance),
    nextPayable: z.string().nullable(),
    shares: z.array(share.omit({ order: true })).describe("The latest fifty orders."),
    payouts: z.array(payout.pick({ at: true, currency: true, amount: true })),
  })
  .meta({ id: "PartnerPage" });
export type PartnerPage = z.infer<typeof partnerPage>;
