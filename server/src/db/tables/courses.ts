/** Courses, their drafts and what stands in them. */
import type { CourseAround, CoverType, Operation, OwnWords } from "@dawngate/core/courses";
import type { PlanCourse, PlanGate, PlanMoment } from "@dawngate/core/plan";
import type { Generated, JSONColumnType } from "kysely";
import type { Authored, NullableJson } from "./columns";

export type CatalogPlace = "unlisted" | "listed" | "featured";

export interface CourseTable {
  school_id: string;
  id: string;
  position: number;
  current_version: number | null;
  created_at: Generated<string>;
  words: Generated<OwnWords>;
  archived: Generated<boolean>;
  /** The group it stands in; empty: none. */
  group_name: Generated<string>;
  /** Whether it stands in the school's catalog, and among the first. */
  catalog: Generated<CatalogPlace>;
  /** Whether people can ask under its lessons. */
  questions: Generated<boolean>;
}

export interface CourseDraftTable {
  school_id: string;
  course_id: string;
  title: string;
  clock: PlanCourse["clock"];
  release_hour: string | null;
  counting: PlanCourse["counting"];
  lesson_order: PlanCourse["order"];
  opens_on: string | null;
  window_opens: string | null;
  window_closes: string | null;
  validity: JSONColumnType<PlanMoment[]>;
  /** Names of snags that are meant so. */
  meant: Generated<string[]>;
  /** The number of the last operation. */
  sequence: Generated<number>;
}

export interface DraftOperationTable extends Authored {
  school_id: string;
  course_id: string;
  sequence: number;
  client_id: string;
  client_number: number;
  operation: JSONColumnType<Operation>;
  at: Generated<string>;
}

export interface ModulePlacementTable {
  school_id: string;
  course_id: string;
  id: string;
  position: number;
  title: string;
  visible: "published" | "draft" | "hidden";
  /** Only these have it; null: everybody. */
  cohorts: NullableJson<string[]>;
  gate: NullableJson<PlanGate>;
  closes: NullableJson<PlanMoment>;
  due: NullableJson<PlanMoment>;
  /** The courses it came in with, the outermost first; null: it is the course's own. */
  inside: NullableJson<CourseAround[]>;
}

export interface LessonPlacementTable extends Omit<ModulePlacementTable, "inside"> {
  module_id: string;
  lesson_id: string;
  kind: string;
  holds_next: boolean;
  sample: boolean;
  required: boolean;
  minutes: number | null;
}

export interface CourseCoverTable {
  school_id: string;
  course_id: string;
  hash: string;
  media_type: CoverType;
  width: number;
  height: number;
  focus_x: Generated<number>;
  focus_y: Generated<number>;
  bytes: Buffer;
}

export interface CourseAuthorTable {
  school_id: string;
  course_id: string;
  user_id: string;
}

export interface CoursesTables {
  course: CourseTable;
  course_draft: CourseDraftTable;
  draft_operation: DraftOperationTable;
  module_placement: ModulePlacementTable;
  lesson_placement: LessonPlacementTable;
  course_cover: CourseCoverTable;
  course_author: CourseAuthorTable;
}
