/** The quiz file: a quiz, its bank, who may take it, and their attempts. */
import { z } from "zod";
import { planFields } from "../plan";
import * as rules from "../plan/quiz-rules";

const { instant } = planFields;
const { id, hundredths } = rules;
const optional = <T extends z.ZodType>(schema: T) => schema.nullable().default(null);
const text = z.string("A text").default("");
const picture = optional(z.string());

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

export const questionSchema = z.discriminatedUnion(
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
    questions: z.array(questionSchema),
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
    passMark: rules.passMark,
    outOf: optional(rules.outOf),
    attemptsAllowed: optional(rules.attemptsAllowed),
    retake: rules.retake.default("all"),
    retakeCost: rules.retakeCost.default(0),
    counts: rules.counts.default("best"),
    show: rules.show.default("never"),
    limit: optional(rules.limit),
    wait: optional(rules.wait),
    enrollments: z
      .array(
        z.strictObject({
          id,
          opens: optional(instant),
          closes: optional(instant),
          extraTime: optional(rules.extraTime),
          extraAttempts: rules.extraAttempts.default(0),
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
