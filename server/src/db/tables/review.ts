/** What was published, remarks, and how far a change reaches. */
import type { RippleAnswer } from "@dawngate/contract/review";
import type { PlanCourse } from "@dawngate/core/plan";
import type { ColumnType, Generated, JSONColumnType } from "kysely";
import type { Authored, NullableJson } from "./columns";

export interface CourseVersionTable extends Authored {
  school_id: string;
  course_id: string;
  number: number;
  plan: JSONColumnType<PlanCourse>;
  /** What stands in its lessons: content by lesson. */
  lessons: ColumnType<Record<string, string>, string | undefined, string>;
  /** What lists say of it: its title, and how much is published in it. */
  title: string;
  modules: number;
  lesson_count: number;
  minutes: number;
  /** The form its document was written in. */
  form: Generated<number>;
  /** People of different cohorts have different items in it. */
  by_cohort: Generated<boolean>;
  /** The courses inside it, at whatever depth. */
  inside: Generated<string[]>;
  note: string;
  people: "everybody" | "new-only" | "only-in-favor";
  /** The earlier version whose plan it is. */
  brings_back: Generated<number | null>;
  published_at: Generated<string>;
}

export interface RemarkTable extends Authored {
  school_id: string;
  course_id: string;
  id: Generated<string>;
  item_id: string | null;
  body: string;
  at: Generated<string>;
  settled_at: string | null;
  settled_by: string | null;
}

export interface RippleRunTable {
  school_id: string;
  key: string;
  /** People looked at so far, and in all. */
  done: Generated<number>;
  people: number;
  answer: NullableJson<RippleAnswer>;
  fault: string | null;
  /** When whoever works on it was last heard of. */
  at: Generated<string>;
}

export interface ReviewTables {
  course_version: CourseVersionTable;
  remark: RemarkTable;
  ripple_run: RippleRunTable;
}
