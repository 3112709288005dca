/** What looking at quizzes has done in threads. */
import type { Analysis, MonthOfQuiz } from "@dawngate/core/checks";
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

export interface Analyzed {
  analysis: Analysis;
  months: MonthOfQuiz[];
  /** Whether everybody is in it. */
  all: boolean;
}

/** The item analysis of a quiz, and how it went month by month. */
export const ANALYSIS = task<AnalysisAsked, Analyzed>("quiz-analysis");
