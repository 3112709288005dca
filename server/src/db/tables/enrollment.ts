/** Cohorts, who is in, and all that happened to them. */
import type { RowFate } from "@dawngate/contract/people-file";
import type { Column, Entry, Standing } from "@dawngate/core/enrollment";
import type { PlanCohort } from "@dawngate/core/plan";
import type { ColumnType, Generated, JSONColumnType } from "kysely";
import type { Authored } from "./columns";

export interface CohortTable {
  school_id: string;
  course_id: string;
  id: string;
  name: string;
  window_opens: string | null;
  window_closes: string | null;
  starts: string;
  ends: string;
  grace: number | null;
  seats: number | null;
  /** Where it meets, for everybody to read. */
  place: Generated<string>;
  /** Where it meets in the browser, for those who are in it. */
  link: Generated<string>;
  gates: JSONColumnType<PlanCohort["gates"]>;
}

export interface CohortInstructorTable {
  school_id: string;
  cohort_id: string;
  user_id: string;
}

/** How people come into a course or a cohort. */
export interface WayInTable {
  school_id: string;
  course_id: string;
  /** Null: of the course itself. */
  cohort_id: string | null;
  entry: Entry;
  listed: boolean;
  question: string | null;
  domains: string[];
  needs: string[];
  /** What own fields may say; empty: anything. */
  audience: ColumnType<{ field: string; says: string[] }[], string | undefined, string>;
  waitlist: boolean;
  waitlist_until: string | null;
  offer_hours: number | null;
}

export interface JoinCodeTable {
  school_id: string;
  id: string;
  course_id: string;
  cohort_id: string | null;
  code: string;
  note: string;
  most: number | null;
  until: string | null;
  domain: string | null;
  made_at: string;
  ended_at: string | null;
}

export interface JoinCodeUseTable {
  school_id: string;
  code_id: string;
  enrollment_id: string;
}

/** The approval queue. */
export interface EntryRequestTable {
  school_id: string;
  id: string;
  course_id: string;
  cohort_id: string | null;
  person_id: string;
  words: string;
  time_zone: string;
  asked_at: string;
  state: "waiting" | "approved" | "refused";
  reason: string | null;
  decided_at: string | null;
}

export interface WaitingTable {
  school_id: string;
  id: string;
  course_id: string;
  cohort_id: string;
  person_id: string;
  time_zone: string;
  turn: number;
  joined_at: string;
  state: "waiting" | "offered" | "in" | "lapsed" | "left";
  offer_until: string | null;
  reason: string | null;
}

/** A file of people, and its rows. */
export interface PeopleFileTable {
  school_id: string;
  id: string;
  course_id: string;
  name: string;
  state: "checking" | "checked" | "enrolling" | "done" | "broken";
  heads: JSONColumnType<string[]>;
  columns: JSONColumnType<(Column | null)[]>;
  cohort_id: string | null;
  time_zone: string;
  number: Generated<number>;
  looked: Generated<number>;
  tell: Generated<boolean>;
  /** Why rows are let in that only a full cohort or being kept out refuses; null: they are refused. */
  overrule: string | null;
  fault: string | null;
  by_id: string;
  by_name: string;
  at: string;
  /** In the order in which they came. */
  arrived: Generated<number>;
  /** Which delivery brought it; null: somebody did. */
  delivery_id: string | null;
  /** Of its bytes, where a delivery brought it. */
  digest: string | null;
  /** So many whom its delivery had brought are not in it any more, and so many of them were withdrawn. */
  missing: Generated<number>;
  withdrawn: Generated<number>;
}

/** An end that a course itself has moved: its plan, a cohort's dates, the calendar; of those who are in it by an order. */
export interface EndMoveTable {
  school_id: string;
  enrollment_id: string;
  at: string;
  was: string;
  until: string;
}

export interface PeopleDeliveryTable {
  school_id: string;
  id: string;
  course_id: string;
  name: string;
  key_hash: string;
  cohort_id: string | null;
  time_zone: string;
  tell: boolean;
  /** So many in a hundred may be withdrawn at once who are missing from a file; null: nobody is. */
  withdraws: number | null;
  made_by: string;
  made_at: string;
  ended_at: string | null;
}

export interface DeliveredTable {
  school_id: string;
  delivery_id: string;
  enrollment_id: string;
}

export interface PeopleFileRowTable {
  school_id: string;
  file_id: string;
  line: number;
  cells: JSONColumnType<string[]>;
  fate: Generated<RowFate | "unknown">;
  reason: string | null;
  enrolled: Generated<boolean>;
  /** What refuses it, or would, may be overruled. */
  against: Generated<boolean>;
}

export interface EntryBlockTable {
  school_id: string;
  person_id: string;
  course_id: string | null;
  reason: string;
  at: string;
}

export interface EnrollmentTable {
  school_id: string;
  id: string;
  course_id: string;
  person_id: string;
  cohort_id: string | null;
  /** Null: follows the course's current version. */
  pinned_version: number | null;
  /** Versions it holds beside that one, in ascending order ("only in favor"). */
  held_versions: Generated<number[]>;
  last_sequence: number;
  /** What its openings were worked out from; null: not yet. */
  projected_version: Generated<number | null>;
  projected_sequence: Generated<number | null>;
  /** From this instant on its openings must be worked out again; null: only when something happens. */
  stale_at: Generated<string | null>;
  /** Tells apart whom an order sorts alike. */
  number: Generated<string>;
  /** Their name as lists are sorted by it: filled in by the database. */
  sort_name: Generated<string>;
  enrolled_at: string;
  /** The zone they enrolled with. */
  time_zone: string;
  /** The projection's line: what lists say. It holds as the openings do. */
  access_from: Generated<string | null>;
  access_until: Generated<string | null>;
  standing: Generated<Standing>;
  done: Generated<number>;
  required: Generated<number>;
  finished_at: Generated<string | null>;
  /** Of the courses inside theirs, those in which all is done. */
  finished_inside: Generated<string[]>;
  next_opens: Generated<string | null>;
  next_item: Generated<string | null>;
  seen_at: string | null;
  /** When they were told by a mail of its own that they are in, and what opens when. */
  told_at: Generated<string | null>;
  todo: Generated<number>;
  next_due: Generated<string | null>;
}

export interface EnrollmentEventTable extends Authored {
  school_id: string;
  enrollment_id: string;
  sequence: number;
  kind: string;
  at: string;
  data: JSONColumnType<Record<string, unknown>>;
  reason: string | null;
  idempotency_key: string | null;
  recorded_at: Generated<string>;
}

/** How the mail of what staff have done is worded, by the press it was done with. */
export interface ActWordsTable {
  school_id: string;
  enrollment_id: string;
  key: string;
  subject: string;
  text: string;
}

/** What staff have done without telling whom it is about. */
export interface UntoldActTable {
  school_id: string;
  enrollment_id: string;
  /** Of the press it was done with. */
  key: string;
}

/** A view of rosters that somebody has kept. */
export interface RosterViewTable {
  school_id: string;
  id: string;
  /** Null: all staff's. */
  account_id: string | null;
  name: string;
  terms: unknown;
}

/** Of a calendar of the year that somebody of the staff subscribes to. */
interface YearFeedTable {
  school_id: string;
  user_id: string;
  token_hash: string;
  made_at: string;
}

/** What these calendars told. */
interface YearEntryTable {
  school_id: string;
  uid: string;
  at: string;
  summary: string;
  sequence: Generated<number>;
  gone: Generated<boolean>;
}

/** Who has a membership by an order, and until when. */
export interface MembershipTable {
  school_id: string;
  order_id: string;
  /** By which seat of the order they have it; 0: they bought it for themselves. */
  seat: Generated<number>;
  listing_id: string;
  person_id: string;
  agreed_at: string;
  left_out: string[];
  /** Only of these; none: of any. */
  subjects: string[];
  /** Of one of some subjects: courses that had one of them when it was bought. */
  promised: string[];
  begins_at: string;
  ends_at: string | null;
  stops_at: string | null;
  shut: Generated<boolean>;
  paid_through: string | null;
  grace: Generated<number>;
}

export interface EnrollmentTables {
  membership: MembershipTable;
  year_feed: YearFeedTable;
  year_entry: YearEntryTable;
  roster_view: RosterViewTable;
  untold_act: UntoldActTable;
  act_words: ActWordsTable;
  cohort: CohortTable;
  cohort_instructor: CohortInstructorTable;
  enrollment: EnrollmentTable;
  enrollment_event: EnrollmentEventTable;
  way_in: WayInTable;
  join_code: JoinCodeTable;
  join_code_use: JoinCodeUseTable;
  entry_request: EntryRequestTable;
  waiting: WaitingTable;
  entry_block: EntryBlockTable;
  people_file: PeopleFileTable;
  end_move: EndMoveTable;
  people_delivery: PeopleDeliveryTable;
  delivered: DeliveredTable;
  people_file_row: PeopleFileRowTable;
}
