/** The demo's quizzes: the bank and each quiz as its author typed them, and what people of the demo have answered. */
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { drawPaper, type Question, readTyped } from "@dawngate/core/checks";
import { lessonPart } from "@dawngate/core/lessons";
import { DAY, formatInstant, type Instant, MINUTE } from "@dawngate/core/time";
import { z } from "zod";
import {
  insertAnswers,
  insertAttempt,
  putGiven,
  readAttempts,
  setSubmitted,
} from "../checks/attempt-store";
import { putQuestion } from "../checks/bank-store";
import { settlePerson } from "../checks/ending";
import { type QuizIn, questionsOf, quizFile } from "../checks/file";
import { insertNameless } from "../checks/survey-store";
import { readRevision } from "../courses/content-store";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { insertPart } from "../lessons/store";

const draw = z.strictObject({ draw: z.int(), category: z.string() });
const note = z.strictObject({
  quizzes: z.record(
    z.string(),
    z
      .object({
        parts: z.array(
          z.strictObject({
            title: z.string(),
            before: z.string(),
            after: z.string(),
            shuffle: z.boolean(),
            /** Asks what was typed for the quiz. */
            typed: z.boolean(),
            draw: draw.nullable(),
          }),
        ),
      })
      .loose(),
  ),
  /** A key that is wrong, so that there is one to be found. */
  wrongKey: z.strictObject({ quiz: z.string(), question: z.int(), key: z.string() }),
  surveys: z.record(
    z.string(),
    z.strictObject({
      part: lessonPart,
      /** Of people of earlier groups, without their names. */
      answers: z.array(z.record(z.string(), z.union([z.int(), z.array(z.int()), z.string()]))),
    }),
  ),
  given: z.array(
    z.strictObject({
      enrollment: z.string(),
      quiz: z.string(),
      minutes: z.int(),
      attempts: z.int(),
      reason: z.string(),
    }),
  ),
});
const sat = z.array(
  z.strictObject({
    enrollment: z.string(),
    quiz: z.string(),
    daysAgo: z.number(),
    /** Which of the typed questions were answered rightly, from 1; and how many of those drawn. */
    right: z.array(z.int()),
    drawn: z.int(),
    /** Where a key is wrong: whoever knows takes the answer that is right all the same. */
    guesses: z.boolean().default(false),
  }),
);

interface Made extends QuizIn {
  course: string;
  typed: Question[];
}

export async function loadDemoQuizzes(
  tx: SchoolTransaction,
  school: SchoolId,
  demo: string,
  now: Instant,
): Promise<void> {
  const text = (name: string) => readFileSync(join(demo, "quizzes", name), "utf8");
  const { quizzes, surveys, wrongKey, given } = note.parse(JSON.parse(text("quizzes.json")));
  const typed = (name: string, prefix: string) => {
    const { questions, faults } = readTyped(text(name), (place) => `${prefix}-${place + 1}`);
    if (faults.length > 0) throw new Error(`${name}: ${JSON.stringify(faults)}`);
    return questions;
  };
  for (const question of typed("bank.txt", "bank")) await putQuestion(tx, school, question, 1);
  const made = new Map<string, Made>();
  for (const [name, { parts, ...rules }] of Object.entries(quizzes)) {
    const [course = "", item = ""] = name.split("/");
    const questions = typed(`${course}.${item}.txt`, item).map((one, i) =>
      wrongKey.quiz === name && wrongKey.question === i + 1
        ? ({ ...one, right: wrongKey.key } as Question)
        : one,
    );
    for (const question of questions) await putQuestion(tx, school, question, 1);
    const part = lessonPart.parse({
      kind: "quiz",
      ...rules,
      parts: parts.map(({ typed: own, draw: drawn, ...one }, i) => ({
        ...one,
        id: `part-${i + 1}`,
        ask: [...(own ? questions.map(({ id }) => id) : []), ...(drawn ? [drawn] : [])],
      })),
    });
    if (part.kind !== "quiz") throw new Error(`${name} is no quiz`);
    const placed = await readRevision(tx, course, item);
    if (!placed) throw new Error(`The demo has no lesson ${name}`);
    await insertPart(tx, school, placed.lesson_id, 1, part, []);
    made.set(name, { title: item, course, item, lesson: placed.lesson_id, part, typed: questions });
  }
  for (const [name, { part, answers }] of Object.entries(surveys)) {
    const [course = "", item = ""] = name.split("/");
    const placed = await readRevision(tx, course, item);
    if (!placed) throw new Error(`The demo has no lesson ${name}`);
    await insertPart(tx, school, placed.lesson_id, 1, part, []);
    for (const one of answers) await insertNameless(tx, school, { course, item }, one);
  }
  for (const { quiz, ...one } of given) {
    const [course = "", item = ""] = quiz.split("/");
    await putGiven(tx, school, course, { item, ...one });
  }
  for (const one of sat.parse(JSON.parse(text("sat.json")))) {
    const quiz = made.get(one.quiz);
    if (!quiz) throw new Error(`The demo has no quiz ${one.quiz}`);
    await sit(tx, school, quiz, one, now, wrongKey);
  }
}

/** An attempt of the time before now, with its answers. */
async function sit(
  tx: SchoolTransaction,
  school: SchoolId,
  quiz: Made,
  { enrollment, daysAgo, right, drawn, guesses }: z.infer<typeof sat>[number],
  now: Instant,
  wrongKey: { question: number },
): Promise<void> {
  const before = await readAttempts(tx, [enrollment], quiz.item);
  const id = `demo-${enrollment}-${quiz.item}-${before.length + 1}`;
  const questions = await questionsOf(tx, quiz.part, []);
  const file = quizFile(quiz, questions, [], { attempts: [], answers: [], given: [] });
  const asked = drawPaper(file, id);
  const began = (now - daysAgo * DAY) as Instant;
  const possible = questions
    .filter((one) => asked.includes(one.id))
    .reduce((sum, { points }) => sum + points, 0);
  await insertAttempt(
    tx,
    school,
    {
      id,
      enrollment,
      course: quiz.course,
      item: quiz.item,
      lesson: quiz.lesson,
      number: before.length + 1,
      key: id,
      startedAt: formatInstant(began),
      asked,
      until: null,
    },
    possible,
  );
  let left = drawn;
  const answers = asked.map((name, i) => {
    const question = questions.find((one) => one.id === name) as Question;
    const place = quiz.typed.findIndex((one) => one.id === name) + 1;
    const knows = place > 0 ? right.includes(place) : left-- > 0;
    const knowsBetter =
      place === wrongKey.question && question.id.startsWith("reading") && !guesses;
    const at = formatInstant((began + (i + 1) * MINUTE) as Instant);
    return {
      attempt: id,
      key: `${id}-${i}`,
      question: name,
      answer: knowsBetter ? "a" : answerTo(question, knows),
      at,
      arrivedAt: at,
    };
  });
  await insertAnswers(tx, school, answers);
  await setSubmitted(tx, id, formatInstant((began + (asked.length + 2) * MINUTE) as Instant));
  await settlePerson(tx, school, enrollment, quiz.item, now);
}

/** An answer that is right, or one that is not. */
function answerTo(question: Question, knows: boolean): unknown {
  const { right } = question;
  switch (question.kind) {
    case "true-false":
      return knows ? right : !right;
    case "number":
      return knows ? String(right) : "7";
    case "gap":
      return (right as string[][]).map(([first = ""]) => (knows ? first : "salt"));
    case "keywords":
      return knows ? (right as string[][]).map(([first]) => first).join(", ") : "It just does.";
    case "one":
      return knows ? right : (question.answers.find(({ id }) => id !== right)?.id ?? null);
    case "several":
      return knows ? right : question.answers.slice(-1).map(({ id }) => id);
    case "order":
      return knows ? right : [...(right as string[])].reverse();
    case "match": {
      const pairs = right as Record<string, string>;
      return knows
        ? pairs
        : Object.fromEntries(Object.keys(pairs).map((left) => [left, question.answers[0]?.id]));
    }
  }
}
