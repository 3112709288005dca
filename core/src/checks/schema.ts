/** The quiz file: a quiz, its bank, who may take it, and their attempts. */
import { z } from "zod";
import { planFields } from "../plan";

const { instant } = planFields;
const optional = <T extends z.ZodType>(schema: T) => schema.nullable().default(null);
const text = z.string("A text").default("");
const picture = optional(z.string());

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
const hundredths = (what: string, least: number, most: number) =>
  z
    .number(`${what} is a number`)
    .min(least, `${what} is at least ${least}`)
    .max(most, `${what} is at most ${most}`)
    .refine((value) => decimalsOf(value) <= 2, `${what} has at most two decimals`);

function decimalsOf(value: number): number {
  const [mantissa = "", power = "0"] = String(value).split("e");
  return Math.max(0, (mantissa.split(".")[1] ?? "").length - Number(power));
}

const duration = (what: string, leastMinutes: number) =>
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

const whole = (what: string, least: number, most: number) =>
  z
    .int(`${what} is a whole number`)
    .min(least, `${what} is at least ${least}`)
    .max(most, `${what} is at most ${most}`);

const plainAnswer = z.strictObject({ id, text, picture });
const answer = z.strictObject({ id, text, picture, fixed: z.boolean().default(false) });
const answers = <T extends z.ZodType>(of: T, least: number) =>
  z
    .array(of)
    .min(least, least === 1 ? "There is at least one answer" : "There are at least two answers");

/** What is right: looked at as a whole, since a fault of it is a fault there. */
const right = z.unknown().superRefine((value, context) => {
  if (value === undefined) context.addIssue({ code: "custom", message: "Missing: what is right" });
});

const base = {
  id,
  points: hundredths("Points", 0.01, 1000),
  category: optional(id),
  credit: z.enum(["part", "all"], 'Credit is "part" or "all"').default("part"),
  text,
  picture,
  explanation: text,
  right,
};
const shuffle = { shuffle: z.boolean().default(false) };
const bounded = z
  .number("It is a number")
  .refine(isBounded, "At most 10^12 in size, with at most 15 significant digits");

/** Numbers whose decimal is exact enough to compare with. */
export function isBounded(value: number): boolean {
  const [mantissa = ""] = String(Math.abs(value)).split("e");
  const digits = mantissa.replace(".", "").replace(/^0+/, "").replace(/0+$/, "");
  return Math.abs(value) <= 1e12 && digits.length <= 15;
}

const question = z.discriminatedUnion(
  "kind",
  [
    z.strictObject({ ...base, kind: z.literal("one"), ...shuffle, answers: answers(answer, 2) }),
    z.strictObject({
      ...base,
      kind: z.literal("several"),
      ...shuffle,
      answers: answers(answer, 2),
    }),
    z.strictObject({ ...base, kind: z.literal("true-false") }),
    z.strictObject({
      ...base,
      kind: z.literal("match"),
      ...shuffle,
      left: z.array(plainAnswer).min(1, "There is at least one item on the left"),
      answers: answers(answer, 1),
    }),
    z.strictObject({ ...base, kind: z.literal("gap") }),
    z.strictObject({ ...base, kind: z.literal("keywords") }),
    z.strictObject({
      ...base,
      kind: z.literal("number"),
      tolerance: optional(bounded.min(0, "A tolerance is not negative")),
      percent: optional(bounded.min(0, "A percentage is not negative")),
    }),
    z.strictObject({ ...base, kind: z.literal("order"), answers: answers(plainAnswer, 2) }),
  ],
  { error: "There is no such kind of question" },
);

/** A question by its name, or so many drawn from a category: each fault at its own key. */
const ask = z.unknown().superRefine((value, context) => {
  const fault = (path: string[], message: string) =>
    context.addIssue({ code: "custom", path, message });
  if (typeof value === "string") return;
  if (typeof value !== "object" || value === null || Array.isArray(value)) {
    fault([], 'A question\'s name, or { "draw": 3, "category": "…" }');
    return;
  }
  const { draw, category, ...rest } = value as Record<string, unknown>;
  for (const key of Object.keys(rest))
    fault([key], "Unknown key; check its spelling, or take it away");
  if (!Number.isInteger(draw) || (draw as number) < 1 || (draw as number) > 1000)
    fault(["draw"], "So many are drawn: a whole number from 1 to 1000");
  if (!id.safeParse(category).success) fault(["category"], "A category is named");
});

const savedAnswer = z.strictObject({
  question: z.string("A question is named"),
  answer: z.unknown().superRefine((value, context) => {
    if (value === undefined)
      context.addIssue({ code: "custom", message: "Missing: an answer, or null" });
  }),
  at: instant,
});

export const quizSchema = z
  .strictObject({
    dawnGateQuiz: z.literal(1, 'A quiz file says "dawnGateQuiz": 1'),
    id,
    title: text,
    messages: z.strictObject({ passed: text, failed: text }).default({ passed: "", failed: "" }),
    questions: z.array(question),
    parts: z.array(
      z.strictObject({
        id,
        title: text,
        before: text,
        after: text,
        shuffle: z.boolean().default(false),
        ask: z.array(ask),
      }),
    ),
    passMark: hundredths("A pass mark", 0, 100),
    outOf: optional(hundredths("The points that make 100 %", 0.01, 100_000)),
    attemptsAllowed: optional(whole("A number of attempts", 1, 1000)),
    retake: z.enum(["all", "missed"], 'A retake is of "all" or "missed"').default("all"),
    retakeCost: hundredths("A cost", 0, 100).default(0),
    counts: z.enum(["best", "last", "first"], '"best", "last" or "first" counts').default("best"),
    show: z
      .enum(
        ["never", "after-attempt", "after-pass", "after-last", "after-closing"],
        "Right answers are shown never, after-attempt, after-pass, after-last or after-closing",
      )
      .default("never"),
    limit: optional(duration("A limit", 1)),
    wait: optional(duration("A wait", 0)),
    enrollments: z
      .array(
        z.strictObject({
          id,
          opens: optional(instant),
          closes: optional(instant),
          extraTime: optional(duration("Extra time", 0)),
          extraAttempts: whole("A number of attempts", 0, 1000).default(0),
        }),
      )
      .default([]),
    attempts: z
      .array(
        z.strictObject({
          id,
          enrollment: z.string("An enrollment is named"),
          startedAt: instant,
          submittedAt: optional(instant),
          asked: optional(z.array(z.string("A question is named"))),
          answers: z.array(savedAnswer).default([]),
        }),
      )
      .default([]),
  })
  .meta({ id: "Quiz" });

export type Quiz = z.infer<typeof quizSchema>;
export type Question = Quiz["questions"][number];
export type QuestionOf<K extends Question["kind"]> = Extract<Question, { kind: K }>;
export type Attempt = Quiz["attempts"][number];
export type Ask = string | { draw: number; category: string };
