/** What is put on sale, as its author keeps it. */
import { countedMoment, planFields } from "@dawngate/core/plan";
import { listingSchema, membershipSchema, optionSchema, supplySchema } from "@dawngate/core/sales";
import { z } from "zod";
import { cursor, oneLine } from "../text";

/**
 * How a listing stands. `on-sale`: on the school's pages; `hidden`: on none, and nobody can buy; `private`: whoever has
 * its address can buy.
 */
export const listingState = z.enum(["draft", "on-sale", "private", "hidden"]).meta({
  id: "ListingState",
});

const { shape } = listingSchema;

/** From a day through another, both included; null: always. */
const days = (what: string) =>
  z
    .strictObject({ opens: planFields.localDate, closes: planFields.localDate })
    .refine(({ opens, closes }) => opens <= closes, {
      path: ["closes"],
      message: `The ${what} closes before it opens`,
    })
    .nullable()
    .default(null);

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
    membership: membershipSchema
      .nullable()
      .default(null)
      .describe(
        "It is a membership: every course of the school, or of some subjects, is open to whoever has it, those to come too, but those left out; null: it is the courses named.",
      ),
    cohorts: z
      .array(z.strictObject({ course: planFields.id, cohort: planFields.id }))
      .max(100, "At most 100 cohorts")
      .default([])
      .describe("Courses that are sold with a cohort: its dates, its window and its seats hold."),
    tax: shape.tax,
    options: z.array(optionSchema).max(100, "At most 100 ways to pay").default([]),
    dated: shape.dated,
    seats: shape.seats,
    holder: shape.holder,
    codes: shape.codes,
    window: days("window").describe(
      "The days in which it can be bought, both included; null: always.",
    ),
    listed: days("entry").describe(
      "The days in which it stands in the catalog, both included; null: as long as it is on sale.",
    ),
    seatLimit: z
      .int("A number of seats is a whole number")
      .min(0)
      .max(10_000_000)
      .nullable()
      .default(null),
    validity: z
      .array(countedMoment)
      .max(10, "At most 10 ends")
      .nullable()
      .default(null)
      .describe(
        "When access ends: at the earliest of these; none of them: never; null: as the course says.",
      ),
    supply: supplySchema
      .default("electronic")
      .describe("What it is for tax by the buyer's place: by itself, or taught by somebody."),
    next: z
      .strictObject({
        says: z.string().trim().max(300, "At most 300 characters").default(""),
        label: oneLine("What the button says", 60),
        url: z
          .url({ protocol: /^https$/, error: "An address begins with https://" })
          .max(500, "At most 500 characters"),
      })
      .nullable()
      .default(null)
      .describe("Where whoever has bought it is led on to; null: into the course."),
    teams: z
      .boolean()
      .default(false)
      .describe("Several seats can be bought at once, and given out by the buyer."),
  })
  .meta({ id: "Offer" });
export type Offer = z.output<typeof offer>;

/** What is asked of somebody new: once, or at each step of a subscription. */
export const askedPrice = z.object({
  amount: z.int(),
  currency: z.string(),
  every: z.string().nullable().describe("Of a subscription: its step, `P1M`."),
});

const price = askedPrice
  .nullable()
  .describe("The lowest that is asked for today; null: nothing can be bought.");

export const listingSummary = z
  .object({
    id: z.string(),
    title: z.string(),
    state: listingState,
    courses: z.array(z.string()).describe("Titles."),
    price,
    membership: z
      .enum(["in", "left-out"])
      .nullable()
      .describe(
        "Of a membership: whether the course that was asked for is in it; null: it is none.",
      ),
    sold: z.int().describe("Seats that were paid."),
  })
  .meta({ id: "ListingSummary" });

export const listings = z.object({
  listings: z.array(listingSummary),
  next: z.string().nullable(),
});

export const listingsQuery = z.strictObject({
  course: planFields.id.optional().describe("Only those it is in, and memberships."),
  after: cursor.optional(),
  most: z.coerce.number<number>().int().min(1).max(200).default(50),
});

export const newListing = z.strictObject({
  title: offer.shape.title,
  courses: z.array(planFields.id).max(100, "At most 100 courses"),
  membership: z.boolean().default(false).describe("It is a membership, and names no courses."),
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
