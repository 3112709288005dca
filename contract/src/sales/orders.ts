/** What was bought, as its buyer sees it and as those do who sell. */
import type { Quote } from "@dawngate/core/sales";
import { z } from "zod";
import { typed } from "../endpoint";
import { cursor, mailAddress, personName } from "../text";
import { gift, orderTax } from "./buying";
import { billing, documentSummary } from "./documents";
import { offer } from "./offers";
import { refundAnswer } from "./refunds";
import { orderStanding } from "./terms";

export const inOrderQuery = z.strictObject({ secret: z.string().max(200).optional() });

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
  gift: gift.nullable().describe("For whom it is; null: for the buyer."),
  renews: z.boolean().describe("Its buyer was in, and stays longer."),
  payBy: z
    .string()
    .nullable()
    .describe(
      "It was written by hand: the last day on which it, or its first part, is to be paid by transfer; null: it was bought.",
    ),
  billing: billing.nullable().describe("For which company invoices are written; null: none."),
};

/** Invoices and credit notes, in the order in which money came and went. */
const written = z.array(documentSummary).max(500);

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

/** Opens an order: the secret of its page or of a letter; left out: its buyer is signed in. */
export const byOrder = z.strictObject({ secret: z.string().max(200).optional() });

/** To whom seats are given. `secret`: opens the order without signing in. */
export const seatsGiven = z.strictObject({
  secret: z.string().max(200).optional(),
  people: z
    .array(z.strictObject({ name: personName, email: mailAddress }))
    .min(1, "Say who gets a seat")
    .max(100, "At most 100 seats at a time"),
});
export type SeatsGiven = z.input<typeof seatsGiven>;

/** A part of an order, or a period of a subscription. */
const orderPart = z
  .object({
    part: z.int(),
    due: z.string(),
    amount: z.int(),
    state: z.enum([
      "refunded",
      "refunded-in-part",
      "paid",
      "written-off",
      "dropped",
      "ahead",
      "overdue",
      "failed",
      "due",
    ]),
    paidAt: z.string().nullable(),
    next: z.string().nullable().describe("When it is charged next."),
  })
  .meta({ id: "OrderPart" });

/** How an order stands that goes on after the purchase: in parts, or from period to period. */
export const runningOrder = z
  .object({
    standing: orderStanding,
    open: z.int().describe("What is due and not paid."),
    ahead: z.int().describe("What falls due later, as far as it is listed."),
    parts: z.array(orderPart).max(1000),
    suspends: z.string().nullable().describe("When access is suspended if nothing is paid."),
    ends: z.string().nullable().describe("When it ends if nothing more happens."),
    paidThrough: z.string().nullable().describe("Of a subscription: the last day that is paid."),
    option: z.string().describe("Of a subscription: the way it is paid in now."),
    announced: z
      .object({ from: z.string(), amount: z.int() })
      .nullable()
      .describe(
        "From its first payment on this day or later a period costs so much; null: nothing is announced.",
      ),
    changing: z.boolean().describe("Its way to pay is being changed: the charge is awaited."),
    changeFailed: z
      .boolean()
      .describe("The card was refused when it was changed last: nothing was changed."),
    card: z
      .object({
        ends: z.string().nullable().describe("Its last digits; null: not known."),
        expires: z
          .string()
          .nullable()
          .describe("The last month in which it is good: 2027-03; null: not known."),
      })
      .nullable()
      .describe("The card on file; null: there is none."),
    cardEnd: z
      .object({ due: z.string(), amount: z.int() })
      .nullable()
      .describe("The first payment listed for which no card is on file that is good by then."),
    mayPutIn: z.boolean().describe("Something is to be charged: another card can be put in."),
    byTransfer: z.boolean().describe("Nothing is charged to a card: each part is transferred."),
    mayCancel: z.boolean(),
    mayTakeBack: z.boolean().describe("It was cancelled, and runs on until its last paid day."),
  })
  .meta({ id: "RunningOrder" });
export type RunningOrder = z.infer<typeof runningOrder>;

export const putIn = z.object({ pay: z.string().describe("The till's page for it.") });

/** An order as its buyer sees it. */
export const ownOrder = z
  .object({
    ...orderShape,
    documents: written,
    payTo: z.string().describe("How to pay by transfer; empty: it is paid, or not so."),
    heldUntil: z.string().nullable(),
    pay: z.string().nullable(),
    failed: z.int().describe("So many attempts to pay have failed."),
    enrollments: z.array(z.object({ id: z.string(), course: z.string(), title: z.string() })),
    signedIn: z.boolean().describe("The buyer is who asks: the way into the course is open."),
    schoolName: z.string(),
    membership: z
      .object({ until: z.string().nullable().describe("Null: as long as it is paid, or never.") })
      .nullable()
      .describe("It is a membership that holds now; null: it is none, or does not."),
    running: runningOrder.nullable().describe("Null: it was paid at once."),
    withdrawal: refundAnswer
      .nullable()
      .describe(
        "What withdrawing would give back now; null: the right has ended, or nothing was paid.",
      ),
    next: offer.shape.next,
    given: z
      .array(seat)
      .describe("The seats of an order for several people that are given out, by number."),
    seatLink: z.boolean().describe("There is a link by which its seats are taken."),
  })
  .meta({ id: "OwnOrder" });
export type OwnOrder = z.infer<typeof ownOrder>;

/** What somebody has bought, the latest first. */
export const ownOrders = z.object({
  orders: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      boughtAt: z.string(),
      total: z.int(),
      currency: z.string(),
      state: orderState,
      standing: orderStanding.nullable(),
      receipt: z.string().nullable(),
    }),
  ),
  next: z.string().nullable(),
});
export type OwnOrders = z.infer<typeof ownOrders>;

export const ownOrdersQuery = z.strictObject({
  after: cursor.optional(),
  most: z.coerce.number<number>().int().min(1).max(100).default(20),
});

export const orderSummary = z
  .object({ ...orderShape, standing: orderStanding.nullable() })
  .meta({ id: "OrderSummary" });
export type OrderSummary = z.infer<typeof orderSummary>;

export const orders = z.object({
  orders: z.array(orderSummary),
  next: z.string().nullable(),
});

export const ordersQuery = z.strictObject({
  state: orderState.optional(),
  excess: z
    .literal("true")
    .optional()
    .describe("Only those with a payment that paid nothing and has not gone back."),
  late: z
    .literal("true")
    .optional()
    .describe("Only those of which a part is late, or shuts access."),
  disputed: z.literal("true").optional().describe("Only those of which a payment is disputed."),
  find: z.string().max(200).optional().describe("A part of a name or an address."),
  after: cursor.optional(),
  most: z.coerce.number<number>().int().min(1).max(200).default(50),
});

export const order = z
  .object({
    ...orderShape,
    standing: orderStanding.nullable(),
    documents: written,
    events: z.array(
      z.object({
        sequence: z.int(),
        kind: z.string(),
        at: z.string(),
        charge: z.string().nullable(),
        amount: z.int().nullable(),
        part: z.int().nullable(),
        note: z.string().nullable().describe("What was noted with it."),
      }),
    ),
    running: runningOrder.nullable(),
    enrollments: z.array(z.object({ id: z.string(), course: z.string(), title: z.string() })),
    partner: z
      .object({
        id: z.string(),
        name: z.string(),
        percent: z.number(),
        earned: z.int(),
        payable: z.int(),
        nextPayable: z.string().nullable(),
      })
      .nullable()
      .describe("Who brought it, and what of it is theirs; null: nobody."),
  })
  .meta({ id: "Order" });
export type Order = z.infer<typeof order>;
