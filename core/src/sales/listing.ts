/** A listing: what is put on sale, its price options, dated prices, prices by seats and for holders, and codes. */
import { z } from "zod";
import { type Fault, planFields, readValue } from "../plan";
import { parseOffset } from "../time";
import { amountSchema, currencySchema, percentSchema, rateSchema } from "./money";

const { id, localDate, timeZone } = planFields;
const ids = z.array(id).min(1, "Name at least one option").max(100, "At most 100 options");
const whole = (what: string, least: number) =>
  z
    .int(`${what} is a whole number`)
    .min(least, `${what} is at least ${least}`)
    .max(1_000_000, `${what} can be at most 1000000`);

/** A duration of years to days above zero. */
export const durationSchema = planFields.offset.refine(
  (text) => {
    const parsed = parseOffset(text);
    if (!parsed.ok || parsed.value.kind !== "date") return false;
    const { months, days } = parsed.value;
    return months >= 0 && days >= 0 && months + days > 0;
  },
  { message: "A step is a duration of years, months, weeks or days above zero, such as P1M" },
);

const optionBase = { id, default: z.boolean().default(false), renewal: z.boolean().default(false) };

/** A way to pay. */
export const optionSchema = z.discriminatedUnion(
  "kind",
  [
    z.strictObject({ ...optionBase, kind: z.literal("free") }),
    z.strictObject({ ...optionBase, kind: z.literal("once"), amount: amountSchema }),
    z.strictObject({
      ...optionBase,
      kind: z.literal("installments"),
      amount: amountSchema,
      count: whole("A number of parts", 1),
      every: durationSchema,
      deposit: amountSchema.nullable().default(null),
    }),
    z.strictObject({
      ...optionBase,
      kind: z.literal("subscription"),
      amount: amountSchema,
      every: durationSchema,
      trial: durationSchema.nullable().default(null),
    }),
  ],
  { error: 'An option is "free", "once", "installments" or "subscription"' },
);

const lowered = { amount: amountSchema.optional(), percent: percentSchema.optional() };

const dated = z.discriminatedUnion(
  "kind",
  [
    z.strictObject({
      kind: z.literal("sale"),
      from: localDate.nullable().default(null),
      through: localDate.nullable().default(null),
      ...lowered,
      options: ids.nullable().default(null),
    }),
    z.strictObject({
      kind: z.literal("early"),
      through: localDate,
      ...lowered,
      options: ids.nullable().default(null),
    }),
    z.strictObject({ kind: z.literal("late"), from: localDate, add: amountSchema, options: ids }),
  ],
  { error: 'A dated price is a "sale", "early" or "late"' },
);

const tier = z.strictObject({
  from: whole("A number of seats", 1),
  percent: percentSchema.optional(),
  unit: amountSchema.optional(),
  options: ids.nullable().default(null),
});

const code = z.strictObject({
  code: z
    .string()
    .trim()
    .min(1, "A code has at least one letter")
    .max(60, "A code has at most 60 letters"),
  percent: percentSchema.optional(),
  amount: amountSchema.optional(),
  combines: z.boolean().default(false),
  from: localDate.nullable().default(null),
  through: localDate.nullable().default(null),
  uses: whole("A limit of uses", 0).nullable().default(null),
  used: whole("A number of uses", 0).default(0),
  perPerson: whole("A limit a person", 0).nullable().default(null),
  usedByBuyer: whole("A number of uses", 0).default(0),
  leastSeats: whole("A number of seats", 0).nullable().default(null),
  listings: z.array(id).max(1000, "At most 1000 listings").nullable().default(null),
  periods: whole("A number of periods", 1).nullable().default(null),
});

export const listingSchema = z
  .strictObject({
    id,
    currency: currencySchema,
    courses: z
      .array(z.strictObject({ id, price: amountSchema.nullable().default(null) }))
      .max(1000, "At most 1000 courses")
      .default([]),
    tax: z
      .strictObject({
        rate: rateSchema,
        included: z.boolean(),
      })
      .nullable()
      .default(null),
    options: z
      .array(optionSchema)
      .min(1, "A listing has at least one price option")
      .max(100, "At most 100 options"),
    dated: z.array(dated).max(200, "At most 200 dated prices").default([]),
    seats: z
      .strictObject({
        mode: z.enum(["volume", "graduated"], 'Seats are priced by "volume" or "graduated"'),
        tiers: z.array(tier).max(100, "At most 100 tiers"),
      })
      .nullable()
      .default(null),
    holder: z
      .strictObject({
        courses: z.array(id).max(1000, "At most 1000 courses"),
        memberships: z.array(id).max(100, "At most 100 memberships").default([]),
        percent: percentSchema,
      })
      .nullable()
      .default(null),
    codes: z.array(code).max(10_000, "At most 10000 codes").default([]),
    timeZone,
  })
  .meta({ id: "Listing" });

export type Listing = z.infer<typeof listingSchema>;
export type PriceOption = Listing["options"][number];
export type Code = Listing["codes"][number];

/** A code as it is compared: letter case and spaces around it do not matter. */
export const normalCode = (text: string) => text.trim().toUpperCase();

/** Reads a listing's document; refused with every fault and its path. */
export function parseListing(value: unknown) {
  return readValue(listingSchema, value, checkListing);
}

function checkListing({ options, dated, seats, codes }: Listing): Fault[] {
  const faults: Fault[] = [];
  const fault = (path: string, reason: string) => faults.push({ path, reason });
  const known = new Set<string>();
  options.forEach(({ id }, i) => {
    if (known.has(id)) fault(`options[${i}].id`, `"${id}" stands there twice`);
    known.add(id);
  });
  const defaults = options.flatMap((one, i) => (one.default ? [i] : []));
  for (const i of defaults.slice(1))
    fault(`options[${i}].default`, "One option is the default, not two");
  const named = (path: string, wanted: readonly string[] | null) =>
    wanted?.forEach((one, i) => {
      if (!known.has(one)) fault(`${path}.options[${i}]`, `There is no option "${one}"`);
    });
  const oneOf = (
    path: string,
    one: Record<string, unknown>,
    keys: readonly [string, string],
    what: string,
  ) => {
    const given = keys.filter((key) => one[key] !== undefined);
    if (given.length === 2)
      fault(`${path}.${keys[1]}`, `${what} has either "${keys[0]}" or "${keys[1]}", not both`);
    if (given.length === 0)
      fault(`${path}.${keys[0]}`, `Missing: ${what} has either "${keys[0]}" or "${keys[1]}"`);
  };
  dated.forEach((one, i) => {
    const path = `dated[${i}]`;
    if (one.kind !== "late") {
      oneOf(path, one, ["amount", "percent"], "A dated price");
      if (one.amount !== undefined && one.options === null)
        fault(`${path}.options`, "A new price names the options it is for");
    }
    if (one.kind === "sale" && one.from !== null && one.through !== null && one.through < one.from)
      fault(`${path}.through`, "The sale ends before it begins");
    named(path, one.options);
  });
  seats?.tiers.forEach((one, i) => {
    const path = `seats.tiers[${i}]`;
    oneOf(path, one, ["percent", "unit"], "A tier");
    if (one.unit !== undefined && one.options === null)
      fault(`${path}.options`, "A new unit names the options it is for");
    named(path, one.options);
  });
  const words = new Set<string>();
  codes.forEach((one, i) => {
    const path = `codes[${i}]`;
    oneOf(path, one, ["percent", "amount"], "A code");
    const word = normalCode(one.code);
    if (words.has(word)) fault(`${path}.code`, `"${word}" stands there twice`);
    words.add(word);
  });
  return faults;
}
