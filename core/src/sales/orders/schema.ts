/** The order file: what was agreed at the purchase, frozen, and what has happened since. */
import { z } from "zod";
import { planFields } from "../../plan";
import { durationSchema as duration } from "../listing";
import { amountSchema, currencySchema, percentSchema } from "../money";
import { countrySchema as country } from "../tax-by-place";

const { id, instant, localDate, timeOfDay, timeZone, weekday, count } = planFields;

const days = (what: string) => count(what, 100_000);
const fromOne = (what: string) => count(what, 1_000_000).min(1, `${what} is at least 1`);
const optional = <T extends z.ZodType>(schema: T) => schema.nullable().default(null);

/** An amount of money with the tax in it, among other keys; compared whatever else is wrong beside them. */
function taxed<T extends z.ZodRawShape>(shape: T) {
  return z
    .strictObject({ ...shape, amount: amountSchema, tax: amountSchema })
    .refine((value) => !isTaxAbove(value), {
      path: ["tax"],
      error: "The tax is above the amount it is in",
      when: ({ value }) => isTaxAbove(value),
    });
}

function isTaxAbove(value: unknown): boolean {
  const { amount, tax } = (value ?? {}) as { amount?: unknown; tax?: unknown };
  return typeof amount === "number" && typeof tax === "number" && tax > amount;
}

const series = {
  option: id.optional(),
  every: duration,
  reduced: optional(taxed({ periods: fromOne("A number of periods") })),
};

const access = z
  .strictObject({
    from: localDate.nullable(),
    through: localDate.nullable(),
    moved: z
      .array(z.strictObject({ on: localDate, through: localDate }))
      .max(1000, "An end is moved at most 1000 times")
      .default([]),
    paused: days("A number of days").default(0),
  })
  .meta({
    description: "Local dates in the course's clock. from null: waits; through null: no end.",
  });

const course = z.strictObject({
  id,
  single: amountSchema,
  cohort: optional(id),
  access,
  progress: z
    .strictObject({
      done: count("A number of lessons", 100_000),
      of: count("A number of lessons", 100_000),
    })
    .default({ done: 0, of: 0 }),
});

const refundRule = z.strictObject({
  kind: z.enum(["full", "unused"], 'A rule gives back "full" or "unused"'),
  days: optional(days("A number of days")),
  from: z.enum(["payment", "access"], 'Days count from "payment" or "access"').default("payment"),
  progress: optional(percentSchema),
  access: z.enum(["ends", "stays"], 'Access "ends" or "stays"').default("ends"),
});

const terms = z.strictObject({
  chargeHour: timeOfDay,
  retry: z.array(days("A number of days")).max(100, "At most 100 attempts"),
  grace: days("A number of days"),
  endAfter: days("A number of days").nullable(),
  refund: z.array(refundRule).max(100, "At most 100 rules"),
  foreverMonths: fromOne("A number of months"),
});

const base = { at: instant };
const part = fromOne("A part's number");
const charge = id.meta({ description: "The till's identifier of a charge." });
const when = z.enum(["now", "period-end"], 'It is "now" or at the "period-end"');
const disputeOf = <T extends string>(type: T) =>
  z.strictObject({ type: z.literal(type), ...base, charge });

const event = z.discriminatedUnion(
  "type",
  [
    z.strictObject({ type: z.literal("charged"), ...base, charge, part, amount: amountSchema }),
    z.strictObject({ type: z.literal("failed"), ...base, charge, part }),
    z
      .strictObject({
        type: z.literal("refunded"),
        ...base,
        refund: id.optional(),
        amount: amountSchema.optional(),
        off: amountSchema.optional(),
        course: id.nullable().optional(),
        seats: fromOne("A number of seats").nullable().optional(),
        access: z.enum(["ends", "stays"], 'Access "ends" or "stays"').optional(),
        charge: charge.optional(),
      })
      .superRefine(({ refund, charge }, context) => {
        if (refund === undefined && charge === undefined)
          context.addIssue({
            code: "custom",
            path: ["refund"],
            message: "Missing: a refund has an identifier",
          });
      }),
    z.strictObject({ type: z.literal("cancelled"), ...base, when }),
    z.strictObject({ type: z.literal("cancel-taken-back"), ...base }),
    z.strictObject({
      type: z.literal("option-changed"),
      ...base,
      when,
      to: taxed(series),
      charge: optional(charge),
      amount: amountSchema.optional(),
    }),
    z.strictObject({ type: z.literal("card-replaced"), ...base }),
    disputeOf("disputed"),
    disputeOf("dispute-won"),
    disputeOf("dispute-lost"),
  ],
  { error: "There is no such event of an order" },
);

export const orderSchema = z
  .strictObject({
    dawnGateOrder: z.literal(1, 'An order file says "dawnGateOrder": 1'),
    id,
    listing: id,
    timeZone,
    currency: currencySchema,
    kind: z.enum(["free", "once", "installments", "subscription"], {
      error: 'An order is "free", "once", "installments" or "subscription"',
    }),
    boughtAt: instant,
    seats: fromOne("A number of seats"),
    seatsGiven: count("A number of seats", 1_000_000).default(0),
    courses: z
      .array(course)
      .min(1, "An order is of at least one course")
      .max(1000, "At most 1000 courses"),
    quote: optional(
      z.object({
        total: amountSchema,
        tax: amountSchema,
        schedule: z.array(taxed({ due: localDate })).max(10_000, "At most 10000 parts"),
      }),
    ),
    series: optional(taxed({ ...series, first: localDate })),
    terms,
    supply: z.enum(["content", "service"], 'What is supplied is "content" or a "service"'),
    buyer: z.strictObject({ country, company: z.boolean() }),
    consentAt: optional(instant),
    begunAt: optional(instant),
    calendar: z
      .strictObject({
        weekend: z.array(weekday).max(7, "A week has seven days").default([]),
        closed: z.array(localDate).max(20_000, "At most 20000 closed days").default([]),
      })
      .default({ weekend: [], closed: [] }),
    partners: optional(
      z.strictObject({
        days: days("A number of days"),
        hold: days("A number of days"),
        percent: z.record(id, percentSchema),
        touches: z
          .array(z.strictObject({ partner: id, at: instant }))
          .max(10_000, "At most 10000 links followed"),
      }),
    ),
    events: z.array(event).max(100_000, "At most 100000 events").default([]),
  })
  .meta({ id: "Order" });

export const ordersSchema = z
  .strictObject({
    dawnGateOrders: z.literal(1, 'An orders file says "dawnGateOrders": 1'),
    at: instant,
    timeZone,
    currency: currencySchema,
    series: z.strictObject({ invoice: id, creditNote: id }),
    orders: z.array(orderSchema).max(200_000, "At most 200000 orders"),
  })
  .meta({ id: "Orders" });

export type Order = z.infer<typeof orderSchema>;
export type OrderEvent = Order["events"][number];
export type OrderSeries = Pick<
  NonNullable<Order["series"]>,
  "every" | "amount" | "tax" | "reduced"
>;
export type Orders = z.infer<typeof ordersSchema>;
