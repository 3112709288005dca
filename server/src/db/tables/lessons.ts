/** What stands in a lesson, with its revisions; what was seen of it, noted and asked. */
import type { LessonPart, Stretch } from "@dawngate/core/lessons";
import type { Generated } from "kysely";
import type { Authored, NullableJson } from "./columns";

export interface LessonTable {
  school_id: string;
  id: string;
  created_at: Generated<string>;
}

export interface LessonRevisionTable extends Authored {
  school_id: string;
  lesson_id: string;
  number: number;
  body: string;
  created_at: Generated<string>;
}

export interface LessonPartTable extends Authored {
  school_id: string;
  lesson_id: string;
  number: number;
  part: NullableJson<LessonPart>;
  materials: string[];
  created_at: Generated<string>;
}

export interface MaterialTable extends Authored {
  school_id: string;
  id: string;
  title: string;
  /** Who made it, as it is said. */
  author_said: string;
  description: string;
  license: string;
  file_id: string;
  download: boolean;
  created_at: Generated<string>;
}

export interface MaterialUseTable {
  school_id: string;
  material_id: string;
  lesson_id: string;
}

export interface FileUseTable {
  school_id: string;
  file_id: string;
  lesson_id: string;
}

export interface LessonSeenTable {
  school_id: string;
  enrollment_id: string;
  item: string;
  seen: Generated<Stretch[]>;
  position: Generated<number>;
  told_at: string;
}

export interface LessonNoteTable {
  school_id: string;
  id: string;
  enrollment_id: string;
  item: string;
  place: number | null;
  text: string;
  written_at: string;
}

export interface QuestionTable {
  school_id: string;
  id: string;
  course_id: string;
  item: string;
  enrollment_id: string | null;
  name: string;
  place: number | null;
  text: string;
  asked_at: string;
  waits: boolean;
  hidden: Generated<boolean>;
}

export interface QuestionAnswerTable {
  school_id: string;
  id: string;
  question_id: string;
  enrollment_id: string | null;
  name: string;
  staff: boolean;
  text: string;
  answered_at: string;
  hidden: Generated<boolean>;
}

export interface LessonsTables {
  lesson: LessonTable;
  lesson_revision: LessonRevisionTable;
  lesson_part: LessonPartTable;
  material: MaterialTable;
  material_use: MaterialUseTable;
  file_use: FileUseTable;
  lesson_seen: LessonSeenTable;
  lesson_note: LessonNoteTable;
  question: QuestionTable;
  question_answer: QuestionAnswerTable;
}
