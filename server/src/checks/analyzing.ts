/** The item analysis of a quiz, from the newest people who took it. */
import { analyzeQuiz, monthsOfQuiz } from "@dawngate/core/checks";
import { zoneOf } from "@dawngate/core/time";
import { notFound } from "../base/problem";
import { versionPlans } from "../courses/versions";
import type { SchoolTransaction } from "../db/connection";
import { readSchool } from "../school/store";
import { newestTakers } from "./attempt-store";
import { questionsOf, quizFile, quizIn, recordOf } from "./file";
import type { AnalysisAsked, Analyzed } from "./tasks";

/** So many people are looked at: their answers are in memory together. */
const TAKERS_MOST = 5000;
/** The last months that are shown. */
const MONTHS = 12;

export async function analyzeTakers(
  tx: SchoolTransaction,
  { course, version, item, cohorts, school }: AnalysisAsked,
): Promise<Analyzed> {
  const [plan] = await versionPlans(tx, school, course, [version]);
  const quiz = plan && (await quizIn(tx, plan, version, item));
  if (!quiz) throw notFound("There is no quiz in this lesson.");
  const takers = await newestTakers(tx, course, item, cohorts, TAKERS_MOST + 1);
  const looked = takers.slice(0, TAKERS_MOST);
  const record = await recordOf(tx, looked, item);
  const file = quizFile(
    quiz,
    await questionsOf(tx, quiz.part, record.attempts),
    looked.map((enrollment) => ({ enrollment, opens: null, closes: null })),
    record,
  );
  return {
    analysis: analyzeQuiz(file),
    months: monthsOfQuiz(file, zoneOf((await readSchool(tx)).time_zone), MONTHS),
    all: takers.length <= TAKERS_MOST,
  };
}
