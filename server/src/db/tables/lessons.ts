/** What stands in a lesson, with its revisions. */
import type { Generated } from "kysely";
import type { Authored } from "./columns";

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

export interface LessonsTables {
  lesson: LessonTable;
  lesson_revision: LessonRevisionTable;
}
