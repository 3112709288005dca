/** Surveys: answered once, by name or without any way back to it, and what all answers come to. */

import type { Ticked } from "@dawngate/contract/enrollment";
import type { SurveyResults } from "@dawngate/contract/surveys";
import type { PartOf } from "@dawngate/core/lessons";
import {
  SHOWN_FROM,
  type SurveyAnswers,
  type SurveyQuestion,
  surveyFaults,
  tallySurvey,
} from "@dawngate/core/lessons/survey";
import { formatInstant } from "@dawngate/core/time";
import papaparse from "papaparse";
import { conflict, notFound, refusal } from "../base/problem";
import { publishedOutline } from "../courses/outline";
import { published } from "../courses/service";
import type { SchoolTransaction } from "../db/connection";
import { enterLesson, mine } from "../enrollment/mine";
import { keepDone, sayTicked } from "../enrollment/tick";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { partIn } from "./part-in";
import {
  insertNamed,
  insertNameless,
  type NamedAnswers,
  readNamed,
  readNameless,
} from "./survey-store";

type Parts = Pick<Services, "db">;

/** So many people's answers are counted, the newest of them where they have names. */
const COUNTED = 20_000;
/** So many texts are shown. */
const TEXTS = 200;

async function surveyIn(
  tx: SchoolTransaction,
  course: Parameters<typeof partIn>[1],
  version: number,
  item: string,
) {
  const found = await partIn(tx, course, version, item, "survey");
  if (!found) throw notFound("There is no survey in this lesson.");
  return found;
}

/** Keeps somebody's answers, once, and has the lesson done by it. */
export async function answerSurvey(
  { db }: Parts,
  context: Context,
  { enrollment, lesson }: { enrollment: string; lesson: string },
  answers: SurveyAnswers,
  key: string,
): Promise<Ticked> {
  const { now, school } = context;
  return db.withSchool(context, async (tx) => {
    const own = await mine(tx, context, enrollment, now, true);
    const { done } = enterLesson(own, lesson);
    const { part } = await surveyIn(tx, own.plan, own.version, lesson);
    // The same press again.
    if (own.keys.has(key)) return sayTicked(true, own, own, []);
    if (done) throw conflict("You have answered this already; thank you.");
    const faults = surveyFaults(part, answers);
    if (faults.length > 0)
      throw refusal(
        faults.length === 1
          ? "One answer is missing, or does not fit."
          : "Some answers are missing, or do not fit.",
        faults.map(({ question, reason }) => ({ path: `answers.${question}`, reason })),
      );
    const where = { course: own.plan.id, item: lesson };
    const at = formatInstant(now);
    if (part.anonymous) await insertNameless(tx, school, where, answers);
    else await insertNamed(tx, school, where, enrollment, answers, at);
    const happening = { kind: "completed", at, data: { item: lesson }, reason: null, key };
    const { after, finished } = await keepDone(tx, school, own, happening, now);
    return sayTicked(true, own, after, finished);
  });
}

interface Read {
  title: string;
  part: PartOf<"survey">;
  hidden: SurveyResults["hidden"];
  people: number;
  /** Null where they have no names. */
  named: NamedAnswers[] | null;
  answers: SurveyAnswers[];
}

async function readSurvey(
  tx: SchoolTransaction,
  context: Context,
  { course, lesson }: { course: string; lesson: string },
): Promise<Read> {
  const { plan, number } = await published(tx, context.school, course);
  const outline = { id: course, modules: publishedOutline(plan) };
  const { part, title } = await surveyIn(tx, outline, number, lesson);
  const where = { course, item: lesson };
  if (!part.anonymous) {
    const named = await readNamed(tx, where, context.cohorts, COUNTED);
    const answers = named.map((one) => one.answers);
    return { title, part, hidden: null, people: named.length, named, answers };
  }
  if (context.cohorts !== null)
    return { title, part, hidden: "cohorts", people: 0, named: null, answers: [] };
  const answers = await readNameless(tx, where, COUNTED);
  const few = answers.length < SHOWN_FROM;
  return {
    title,
    part,
    hidden: few ? "few" : null,
    people: answers.length,
    named: null,
    answers: few ? [] : answers,
  };
}

const labelsOf = (question: SurveyQuestion): string[] =>
  question.kind === "choice"
    ? question.options
    : question.kind === "scale"
      ? Array.from({ length: question.steps }, (_, i) =>
          i === 0 && question.low
            ? `1, ${question.low}`
            : i === question.steps - 1 && question.high
              ? `${question.steps}, ${question.high}`
              : String(i + 1),
        )
      : [];

export async function showSurvey(
  { db }: Parts,
  context: Context,
  where: { course: string; lesson: string },
): Promise<SurveyResults> {
  return reading(db, context, async (tx) => {
    const { title, part, hidden, people, answers } = await readSurvey(tx, context, where);
    const tallies = new Map(tallySurvey(part, answers).map((one) => [one.id, one]));
    return {
      title,
      anonymous: part.anonymous,
      people,
      hidden,
      questions:
        hidden !== null
          ? []
          : part.questions.flatMap((question) => {
              const tally = tallies.get(question.id);
              if (!tally) return [];
              const { id, text, kind } = question;
              const texts = tally.texts.slice(0, TEXTS);
              return [{ ...tally, id, text, kind, labels: labelsOf(question), texts }];
            }),
    };
  });
}

const sayAnswer = (question: SurveyQuestion, answer: SurveyAnswers[string] | undefined): string => {
  if (answer === undefined) return "";
  if (question.kind === "choice" && Array.isArray(answer))
    return answer.map((place) => question.options[place] ?? "").join("; ");
  return String(answer);
};

/** The answers as a table: a line a person, without names and in no order where it is anonymous. */
export async function surveyFile(
  { db }: Parts,
  context: Context,
  where: { course: string; lesson: string },
): Promise<string> {
  return reading(db, context, async (tx) => {
    const { part, named, answers } = await readSurvey(tx, context, where);
    return papaparse.unparse(
      {
        fields: [...(named ? ["Name", "At"] : []), ...part.questions.map(({ text }) => text)],
        data: answers.map((one, i) => [
          ...(named ? [named[i]?.name ?? "", named[i]?.at ?? ""] : []),
          ...part.questions.map((question) => sayAnswer(question, one[question.id])),
        ]),
      },
      { escapeFormulae: true, newline: "\r\n" },
    );
  });
}
