/** Texts that people give: each has a length, and names stand on one line. */
import { LANGUAGES } from "@dawngate/core/notices/languages";
import { z } from "zod";

/** Line breaks, control characters, and marks that turn the direction of what follows: none belongs in a name. */
const UNFIT = /[\p{Cc}\p{Zl}\p{Zp}\u202A-\u202E\u2066-\u2069]/u;

/** A name on one line, of at most so many characters. */
export function oneLine(what: string, most = 200) {
  return z
    .string()
    .max(most * 4, `${what} has at most ${most} characters`)
    .trim()
    .min(1, `${what} must not be empty`)
    .max(most, `${what} has at most ${most} characters`)
    .refine((text) => !UNFIT.test(text), {
      message: `${what} stands on one line, without control characters`,
    });
}

/** The same, where it may be empty. */
export function shortText(what: string, most: number) {
  return z
    .string()
    .max(most * 2, `${what} has at most ${most} characters`)
    .trim()
    .max(most, `${what} has at most ${most} characters`)
    .refine((text) => !UNFIT.test(text), { message: `${what} stands on one line` });
}

/** Some short lines, such as a postal address: without empty ones, and without what does not belong in a line. */
export const shortLines = z
  .string()
  .max(1000, "It has at most 500 characters")
  .transform((text) =>
    text
      .split(/\r\n?|\n/)
      .map((line) => line.trim())
      .filter(Boolean)
      .join("\n"),
  )
  .refine((text) => text.length <= 500, "It has at most 500 characters")
  .refine((text) => text.split("\n").length <= 8, "It has at most eight lines")
  .refine((text) => text.split("\n").every((line) => !UNFIT.test(line)), {
    message: "It has no control characters",
  });

export const month = z.string().regex(/^\d{4}-(0[1-9]|1[0-2])$/, "A month is such as 2027-03");

/** A person's name. */
export const personName = oneLine("A name", 200);

/** A mail address, its length looked at before anything else. */
export const mailAddress = z
  .string()
  .max(320, "A mail address has at most 320 characters")
  .pipe(z.email("This is not a mail address"));

/** A password where one is chosen: the server says further what is wrong with one. */
export const chosenPassword = z
  .string()
  .min(10, "At least 10 characters")
  .max(200, "At most 200 characters");

/** Where a page of a list ended, as the server wrote it. */
export const cursor = z.string().max(2000, "No page ended there");

/** In which people are told something. */
export const language = z.enum(LANGUAGES);

/** One press: the same key again is the same press. */
export const pressKey = z.string().regex(/^[\w-]{8,64}$/);

/** The words of a notice, its fields in braces. */
export const noticeWords = z.strictObject({
  subject: z.string().trim().min(1, "A subject").max(300, "At most 300 characters"),
  text: z.string().trim().min(1, "A text").max(20_000, "At most 20,000 characters"),
});
