/** The bank of questions, attempts and their answers, and what somebody was given on top. */
import type { Question } from "@dawngate/core/checks";
import type { SurveyAnswers } from "@dawngate/core/lessons/survey";
import type { ColumnType, Generated } from "kysely";
import type { Authored } from "./columns";

type Json<T> = ColumnType<T, string, string>;

export interface QuizQuestionTable extends Authored {
  school_id: string;
  id: string;
  number: number;
  category: string | null;
  body: Json<Question>;
  retired: Generated<boolean>;
  created_at: Generated<string>;
}

export interface QuizQuestionRevisionTable extends Authored {
  school_id: string;
  question_id: string;
  number: number;
  body: Json<Question>;
  created_at: Generated<string>;
}

export interface QuizQuestionUseTable {
  school_id: string;
  question_id: string;
  lesson_id: string;
}

export interface QuizAttemptTable {
  school_id: string;
  id: string;
  enrollment_id: string;
  course_id: string;
  item: string;
  lesson_id: string;
  number: number;
  key: string;
  started_at: string;
  submitted_at: string | null;
  asked: string[];
  until_at: string | null;
  ended_at: string | null;
  earned: number | null;
  possible: number;
  score: number | null;
  passed: boolean | null;
}

export interface QuizAnswerTable {
  school_id: string;
  attempt_id: string;
  key: string;
  place: Generated<string>;
  question_id: string;
  answer: unknown;
  at: string;
  arrived_at: string;
}

export interface QuizAllowanceTable extends Authored {
  school_id: string;
  enrollment_id: string;
  item: string;
  course_id: string;
  minutes: number;
  attempts: number;
  reason: string;
  created_at: Generated<string>;
}

export interface SurveyAnswerTable {
  school_id: string;
  enrollment_id: string;
  item: string;
  course_id: string;
  answers: Json<SurveyAnswers>;
  at: string;
}

export interface SurveyPoolTable {
  school_id: string;
  id: string;
  course_id: string;
  item: string;
  answers: Json<SurveyAnswers[]>;
}

export interface ChecksTables {
  quiz_question: QuizQuestionTable;
  quiz_question_revision: QuizQuestionRevisionTable;
  quiz_question_use: QuizQuestionUseTable;
  quiz_attempt: QuizAttemptTable;
  quiz_answer: QuizAnswerTable;
  quiz_allowance: QuizAllowanceTable;
  survey_answer: SurveyAnswerTable;
  survey_pool: SurveyPoolTable;
}
