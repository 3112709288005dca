/** What is put on sale, what it costs somebody, and what was bought. */
import { planFields } from "@dawngate/core/plan";
import {
  listingSchema,
  optionSchema,
  type Quote,
  type QuoteStep,
  supplySchema,
} from "@dawngate/core/sales";
import { z } from "zod";
import { typed } from "./endpoint";
import { cursor, mailAddress, oneLine, personName } from "./text";

/**
 * How a listing stands. `on-sale`: on the school's pages; `hidden`: on none, and nobody can buy; `private`: whoever has
 * its address can buy.
 */
export const listingState = z.enum(["draft", "on-sale", "private", "hidden"]).meta({
  id: "ListingState",
});

const { shape } = listingSchema;

/** What is sold and how: a listing as its author keeps it. What the school says (currency, zone) is not in it. */
export const offer = z
  .strictObject({
    title: oneLine("A title"),
    points: z
      .array(z.string().trim().min(1, "A point says something").max(300))
      .max(20, "At most 20 points")
      .default([])
      .describe("What one gets, in points."),
    courses: shape.courses,
    tax: shape.tax,
    options: z.array(optionSchema).max(100, "At most 100 ways to pay").default([]),
    dated: shape.dated,
    seats: shape.seats,
    holder: shape.holder,
    codes: shape.codes,
    window: z
      .strictObject({ opens: planFields.localDate, closes: planFields.localDate })
      .refine(({ opens, closes }) => opens <= closes, {
        path: ["closes"],
        message: "The window closes before it opens",
      })
      .nullable()
      .default(null)
      .describe("The days in which it can be bought, both included; null: always."),
    seatLimit: z
      .int("A number of seats is a whole number")
      .min(0)
      .max(10_000_000)
      .nullable()
      .default(null),
    days: z
      .int("A number of days is a whole number")
      .min(1, "Access lasts at least a day")
      .max(36_500)
      .nullable()
      .default(null)
      .describe("So many days of access from the start of access; null: as the course says."),
    supply: supplySchema
      .default("electronic")
      .describe("What it is for tax by the buyer's place: by itself, or taught by somebody."),
    teams: z
      .boolean()
      .default(false)
      .describe("Several seats can be bought at once, and given out by the buyer."),
  })
  .meta({ id: "Offer" });
export type Offer = z.output<typeof offer>;

const price = z
  .object({ amount: z.int(), currency: z.string() })
  .nullable()
  .describe("The lowest that is asked for today; null: nothing can be bought.");

export const listingSummary = z
  .object({
    id: z.string(),
    title: z.string(),
    state: listingState,
    courses: z.array(z.string()).describe("Titles."),
    price,
    sold: z.int().describe("Seats that were paid."),
  })
  .meta({ id: "ListingSummary" });

export const listings = z.object({
  listings: z.array(listingSummary),
  next: z.string().nullable(),
});

export const listingsQuery = z.strictObject({
  course: planFields.id.optional().describe("Only those it is in."),
  after: cursor.optional(),
  most: z.coerce.number<number>().int().min(1).max(200).default(50),
});

export const newListing = z.strictObject({
  title: offer.shape.title,
  courses: z.array(planFields.id).max(100, "At most 100 courses"),
});

export const listing = z
  .object({
    id: z.string(),
    number: z.int().describe("Counts its changes: whoever changes it says which they saw."),
    state: listingState,
    offer,
    currency: z.string(),
    timeZone: z.string(),
    courses: z.array(z.object({ id: z.string(), title: z.string() })),
    sold: z.int(),
    held: z.int().describe("Seats of checkouts that are under way."),
    brought: z
      .array(z.object({ code: z.string(), orders: z.int(), total: z.int() }))
      .describe(
        "What each code has brought: paid orders and what they come to; the most first, 200 of them.",
      ),
    snags: z.array(z.object({ weight: z.enum(["stops", "likely", "look"]), reason: z.string() })),
  })
  .meta({ id: "Listing" });
export type ListingAnswer = z.infer<typeof listing>;

export const listingChange = z.strictObject({
  number: z.int().min(0),
  offer,
  state: listingState.optional(),
});

const country = z
  .string()
  .regex(/^[A-Z]{2}$/, "A country is two capital letters, as ISO 3166-1 has them");
const taxNumber = z.string().max(20, "A tax number has at most 20 characters");

/** Where the buyer is, where tax goes by it. */
const buyerPlace = {
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
    why: z.array(typed<QuoteStep>(z.object({}).loose())),
    courses: z.array(
      z.object({
        id: z.string(),
        title: z.string(),
        opens: z.string().nullable().describe("The first opening after a purchase now."),
        until: z.string().nullable().describe("The end of access; null: none, or not known yet."),
        modules: z.array(z.object({ title: z.string(), opens: z.string().nullable() })),
      }),
    ),
    holds: z.boolean().describe("The one who asks is in all of its courses already."),
    giveBack: z
      .string()
      .nullable()
      .describe(
        "The last day, included, on which a consumer may give it back; null: nothing is paid.",
      ),
  })
  .meta({ id: "Offered" });
export type Offered = z.infer<typeof offered>;

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

export const inOrderQuery = z.strictObject({ secret: z.string().max(200) });

export const receiptQuery = z.strictObject({ secret: z.string().max(200).optional() });

/** What becomes of an order: written and not paid, paid (or free), or left unpaid until its hold had run out. */
export const orderState = z.enum(["open", "paid", "lapsed"]).meta({ id: "OrderState" });

const orderShape = {
  id: z.string(),
  listing: z.string(),
  title: z.string(),
  state: orderState,
  boughtAt: z.string(),
  paidAt: z.string().nullable(),
  name: z.string(),
  email: z.string(),
  seats: z.int(),
  option: z.string(),
  currency: z.string(),
  quote: typed<Quote>(z.object({}).loose()),
  receipt: z.string().nullable().describe("The receipt's number."),
  tax: orderTax.nullable().describe("Null: it was not taxed by the buyer's place."),
};

/** A seat that was given out. */
const seat = z
  .object({
    number: z.int(),
    name: z.string().nullable().describe("Null: somebody who has left."),
    email: z.string().nullable(),
    givenAt: z.string(),
    begun: z.boolean().describe("Its holder has begun: it cannot be taken back any more."),
  })
  .meta({ id: "Seat" });
export type Seat = z.infer<typeof seat>;

/** To whom seats are given. `secret`: opens the order without signing in. */
export const seatsGiven = z.strictObject({
  secret: z.string().max(200),
  people: z
    .array(z.strictObject({ name: personName, email: mailAddress }))
    .min(1, "Say who gets a seat")
    .max(100, "At most 100 seats at a time"),
});
export type SeatsGiven = z.input<typeof seatsGiven>;

export const seatBack = z.strictObject({ secret: z.string().max(200) });

/** An order as its buyer sees it. */
export const ownOrder = z
  .object({
    ...orderShape,
    heldUntil: z.string().nullable(),
    pay: z.string().nullable(),
    failed: z.int().describe("So many attempts to pay have failed."),
    enrollments: z.array(z.object({ id: z.string(), course: z.string(), title: z.string() })),
    signedIn: z.boolean().describe("The buyer is who asks: the way into the course is open."),
    schoolName: z.string(),
    given: z
      .array(seat)
      .describe("The seats of an order for several people that are given out, by number."),
  })
  .meta({ id: "OwnOrder" });
export type OwnOrder = z.infer<typeof ownOrder>;

export const orderSummary = z.object(orderShape).meta({ id: "OrderSummary" });
export type OrderSummary = z.infer<typeof orderSummary>;

export const orders = z.object({
  orders: z.array(orderSummary),
  next: z.string().nullable(),
});

export const ordersQuery = z.strictObject({
  state: orderState.optional(),
  find: z.string().max(200).optional().describe("A part of a name or an address."),
  after: cursor.optional(),
  most: z.coerce.number<number>().int().min(1).max(200).default(50),
});

export const order = z
  .object({
    ...orderShape,
    events: z.array(
      z.object({
        sequence: z.int(),
        kind: z.string(),
        at: z.string(),
        charge: z.string().nullable(),
        amount: z.int().nullable(),
      }),
    ),
    enrollments: z.array(z.object({ id: z.string(), course: z.string(), title: z.string() })),
  })
  .meta({ id: "Order" });
export type Order = z.infer<typeof order>;
