/** The plan's small fields: dates, instants, offsets and the like, each checked by the core's own reader. */
import { z } from "zod";
import {
  findZone,
  type Parsed,
  parseDate,
  parseInstant,
  parseOffset,
  parseTimeOfDay,
} from "../time";

/** A text that one of the core's readers accepts; its reason becomes the schema's message. */
function readable(read: (text: string) => Parsed<unknown>) {
  return z.string().superRefine((text, context) => {
    const parsed = read(text);
    if (!parsed.ok) context.addIssue({ code: "custom", message: parsed.reason });
  });
}

export const localDate = readable(parseDate).meta({
  title: "Local date",
  description: "A calendar date, YYYY-MM-DD, in the years 1900 to 2999.",
  format: "date",
});

export const instant = readable(parseInstant).meta({
  title: "Instant",
  description: "An instant in UTC, YYYY-MM-DDTHH:MM:SSZ, with up to three decimals.",
  format: "date-time",
});

export const timeOfDay = readable(parseTimeOfDay).meta({
  title: "Time of day",
  description: "A local time, HH:MM, from 00:00 to 23:59.",
  pattern: "^([01][0-9]|2[0-3]):[0-5][0-9]$",
});

export const offset = readable(parseOffset).meta({
  title: "Offset",
  description:
    "An ISO 8601 duration in whole numbers, optionally signed: years, months, weeks and days, or hours and minutes; never both; at most 1000 years.",
  pattern: "^[+-]?P(?!$)([0-9]+Y)?([0-9]+M)?([0-9]+W)?([0-9]+D)?(T(?=[0-9])([0-9]+H)?([0-9]+M)?)?$",
});

export const timeZone = z
  .string()
  .superRefine((id, context) => {
    if (!findZone(id))
      context.addIssue({
        code: "custom",
        message: `"${id.length > 60 ? `${id.slice(0, 57)}…` : id}" is not a time zone; use a name of the tz database such as Europe/Lisbon`,
      });
  })
  .meta({ title: "Time zone", description: "An IANA time zone name, such as Europe/Lisbon." });

/** Identifiers are the user's own; only what could not be written down again is refused. */
export const id = z
  .string()
  .min(1, "An identifier must not be empty")
  .max(200, "An identifier has at most 200 characters")
  .refine(
    (text) => !/[\u0000-\u001f\u007f]/.test(text),
    "An identifier holds no control characters",
  )
  .refine((text) => text !== "__proto__", 'An identifier cannot be "__proto__"')
  .meta({ title: "Identifier" });

export const title = z.string().max(10_000, "A title has at most 10,000 characters");

export const weekday = z
  .int("A weekday is a whole number from 1 (Monday) to 7 (Sunday)")
  .min(1, "A weekday is a whole number from 1 (Monday) to 7 (Sunday)")
  .max(7, "A weekday is a whole number from 1 (Monday) to 7 (Sunday)")
  .meta({ title: "Weekday", description: "ISO 8601: Monday = 1 … Sunday = 7." });

/** A part of an order from the second on: the first payment has an anchor of its own. */
export const laterPart = z
  .int('A part is a whole number from 2; the first payment is "paid" without a part')
  .min(2, 'A part is a whole number from 2; the first payment is "paid" without a part')
  .max(100_000, "A part can be at most 100000")
  .meta({ title: "Part", description: "The number of a part of the order, from 2." });

/** A whole number from 0 on. */
export function count(what: string, most: number) {
  return z
    .int(`${what} is a whole number`)
    .min(0, `${what} cannot be negative`)
    .max(most, `${what} can be at most ${most}`);
}
