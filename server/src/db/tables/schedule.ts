/** The projection: what opens when for whom, and how many stand how. */
import type { Standing } from "@dawngate/core/enrollment";
import type { ToldOf } from "@dawngate/core/review";
import type { Generated } from "kysely";

export interface OpeningTable {
  school_id: string;
  enrollment_id: string;
  item_id: string;
  opens: string | null;
  closes: string | null;
}

export interface HeadcountTable {
  school_id: string;
  course_id: string;
  cohort_id: string | null;
  standing: Standing;
  finished: boolean;
  pinned: number | null;
  held: number[];
  people: number;
  folded: Generated<boolean>;
}

/** The date that somebody was told last of a thing; written by the database as notices are. */
export interface ToldTable {
  school_id: string;
  enrollment_id: string;
  of: ToldOf;
  /** Empty: the end of access. */
  item_id: string;
  instant: string;
  at: string;
}

export interface ScheduleTables {
  told: ToldTable;
  opening: OpeningTable;
  headcount: HeadcountTable;
}
