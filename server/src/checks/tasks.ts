/** What looking at quizzes has done in threads. */
import type { Analysis } from "@dawngate/core/checks";
import type { SchoolId } from "../db/connection";
import { task } from "../jobs/task";

export interface AnalysisAsked {
  school: SchoolId;
  course: string;
  version: number;
  item: string;
  /** The cohorts whose people one may see; null: all. */
  cohorts: readonly string[] | null;
}

/** The item analysis of a quiz, and whether everybody is in it. */
export const ANALYSIS = task<AnalysisAsked, { analysis: Analysis; all: boolean }>("quiz-analysis");
