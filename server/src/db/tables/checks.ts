/** The bank of questions, attempts and their answers, what somebody was given on top; surveys; assignments. */
import type { Question } from "@dawngate/core/checks";
import type { AssignmentState, Remark } from "@dawngate/core/lessons/assignment";
import type { Marks, Rubric } from "@dawngate/core/lessons/rubric";
import type { SurveyAnswers } from "@dawngate/core/lessons/survey";
import type { ColumnType, Generated } from "kysely";
import type { Authored } from "./columns";

type Json<T> = ColumnType<T, string, string>;
type NullableJson<T> = ColumnType<T | null, string | null, string | null>;

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

export interface RubricTable extends Authored {
  school_id: string;
  id: string;
  title: string;
  criteria: Json<Rubric>;
  created_at: Generated<string>;
}

export interface AssignmentTable {
  school_id: string;
  enrollment_id: string;
  item: string;
  course_id: string;
  state: AssignmentState;
  draft_number: number;
  draft_text: string;
  draft_files: string[];
  reviewer_id: string | null;
  submission_id: string | null;
  at: string;
}

export interface SubmissionTable {
  school_id: string;
  id: string;
  enrollment_id: string;
  item: string;
  number: number;
  key: string;
  at: string;
  late: boolean;
  text: string;
  files: string[];
  reviewed_at: string | null;
  reviewer: string | null;
  reviewer_id: string | null;
  decision: "accepted" | "returned" | null;
  words: string | null;
  remarks: NullableJson<Remark[]>;
  marks: NullableJson<Marks>;
  criteria: NullableJson<Rubric>;
  earned: number | null;
  possible: number | null;
}

export interface SubmissionFileTable {
  school_id: string;
  enrollment_id: string;
  item: string;
  file_id: string;
  name: string;
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
  rubric: RubricTable;
  assignment: AssignmentTable;
  submission: SubmissionTable;
  submission_file: SubmissionFileTable;
}
