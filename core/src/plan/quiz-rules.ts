/** How a quiz asks and counts: the fields that its author sets, each checked by itself (checks.md, "The quiz file"). */
import { z } from "zod";

/** An identifier, in code points. */
export const id = z.string("An identifier is a text").superRefine((value, context) => {
  const length = [...value].length;
  const message =
    length < 1 || length > 200
      ? "An identifier has 1 to 200 characters"
      : /\p{Cc}/u.test(value)
        ? "An identifier holds no control characters"
        : /\p{Cs}/u.test(value)
          ? "An identifier holds no half of a pair of surrogates"
          : null;
  if (message) context.addIssue({ code: "custom", message });
});

/** A number between two, with at most two decimals. */
export const hundredths = (what: string, least: number, most: number) =>
  z
    .number(`${what} is a number`)
    .min(least, `${what} is at least ${least}`)
    .max(most, `${what} is at most ${most}`)
    .refine((value) => decimalsOf(value) <= 2, `${what} has at most two decimals`);

function decimalsOf(value: number): number {
  const [mantissa = "", power = "0"] = String(value).split("e");
  return Math.max(0, (mantissa.split(".")[1] ?? "").length - Number(power));
}

/** Hours and minutes, to 999 hours. */
export const duration = (what: string, leastMinutes: number) =>
  z.string(`${what} is a duration`).superRefine((value, context) => {
    const minutes = minutesOf(value);
    if (minutes === null || minutes < leastMinutes || minutes > 999 * 60)
      context.addIssue({
        code: "custom",
        message: `${what} is hours, minutes or both, such as PT1H30M, from PT${leastMinutes}M to PT999H`,
      });
  });

/** The minutes of "PT1H30M"; null: it is no such duration. */
export function minutesOf(text: string): number | null {
  const found = /^PT(?=\d)(?:(\d{1,9})H)?(?:(\d{1,9})M)?$/.exec(text);
  return found ? Number(found[1] ?? 0) * 60 + Number(found[2] ?? 0) : null;
}

/** The minutes of a limit or a wait; null: there is none. */
export const minutesIn = (text: string | null): number | null =>
  text === null ? null : minutesOf(text);

export const whole = (what: string, least: number, most: number) =>
  z
    .int(`${what} is a whole number`)
    .min(least, `${what} is at least ${least}`)
    .max(most, `${what} is at most ${most}`);

export const passMark = hundredths("A pass mark", 0, 100);
export const outOf = hundredths("The points that make 100 %", 0.01, 100_000);
export const attemptsAllowed = whole("A number of attempts", 1, 1000);
export const retake = z.enum(["all", "missed"], 'A retake is of "all" or "missed"');
export const retakeCost = hundredths("A cost", 0, 100);
export const counts = z.enum(["best", "last", "first"], '"best", "last" or "first" counts');
export const show = z.enum(
  ["never", "after-attempt", "after-pass", "after-last", "after-closing"],
  "Right answers are shown never, after-attempt, after-pass, after-last or after-closing",
);
export const limit = duration("A limit", 1);
export const wait = duration("A wait", 0);
export const extraTime = duration("Extra time", 0);
export const extraAttempts = whole("A number of attempts", 0, 1000);
export const drawn = whole("So many are drawn", 1, 1000);
