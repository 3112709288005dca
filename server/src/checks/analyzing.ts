/** The item analysis of a quiz, from the newest people who took it. */
import { type Analysis, analyzeQuiz } from "@dawngate/core/checks";
import { notFound } from "../base/problem";
import { versionPlans } from "../courses/versions";
import type { SchoolTransaction } from "../db/connection";
import { newestTakers } from "./attempt-store";
import { questionsOf, quizFile, quizIn, recordOf } from "./file";
import type { AnalysisAsked } from "./tasks";

/** So many people are looked at: their answers are in memory together. */
const TAKERS_MOST = 5000;

export async function analyzeTakers(
  tx: SchoolTransaction,
  { course, version, item, cohorts, school }: AnalysisAsked,
): Promise<{ analysis: Analysis; all: boolean }> {
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
  return { analysis: analyzeQuiz(file), all: takers.length <= TAKERS_MOST };
}
