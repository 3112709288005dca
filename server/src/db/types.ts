/** The tables, as Kysely sees them. Dates are `YYYY-MM-DD`, instants ISO 8601 in UTC: the driver is told so. */

import type { StaffRole } from "@dawngate/contract/permissions";
import type { RippleAnswer } from "@dawngate/contract/review";
import type { Offer } from "@dawngate/contract/sales";
import type { CourseCard, CoverType, Operation, OwnWords } from "@dawngate/core/courses";
import type { Standing } from "@dawngate/core/enrollment";
import type { PlanCohort, PlanCourse, PlanGate, PlanMoment } from "@dawngate/core/plan";
import type { Quote } from "@dawngate/core/sales";
import type { ColumnType, Generated, JSONColumnType } from "kysely";

/** JSON that may be null. */
type NullableJson<T> = ColumnType<T | null, string | null, string | null>;

export interface SchoolTable {
  id: Generated<string>;
  slug: string;
  name: string;
  time_zone: string;
  currency: string;
  weekend: number[];
  closed: string[];
  contact: Generated<string>;
  color: Generated<string>;
  /** Proposed for new courses. */
  release_hour: Generated<string>;
  created_at: Generated<string>;
  words: Generated<OwnWords>;
  /** Staff must have taken a second step when they signed in. */
  two_factor: Generated<boolean>;
  /** Asked to be deleted at this instant; removed after a wait. */
  deleted_at: Generated<string | null>;
}

/** Who wrote a row: filled in by the database from the transaction. */
export interface Authored {
  author: Generated<string>;
  author_kind: Generated<"account" | "key" | "system" | "unknown">;
  author_id: Generated<string>;
}

export interface MemberTable {
  school_id: string;
  user_id: string;
  role: StaffRole;
  /** An author of all courses, or only of those in `course_author`. */
  all_courses: Generated<boolean>;
  name: string;
  email: string;
  created_at: Generated<string>;
}

export interface CohortInstructorTable {
  school_id: string;
  cohort_id: string;
  user_id: string;
}

export interface InvitationTable {
  school_id: string;
  id: Generated<string>;
  email: string;
  role: StaffRole | "enrollee";
  token_hash: string;
  invited_by: string;
  expires_at: string;
  accepted_at: string | null;
}

export interface CourseAuthorTable {
  school_id: string;
  course_id: string;
  user_id: string;
}

export interface HandoverTable {
  school_id: string;
  from_user: string;
  to_user: string;
  at: Generated<string>;
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

export interface ChangeTable extends Authored {
  school_id: string;
  id: Generated<string>;
  /** Null until its transaction has ended. */
  number: string | null;
  at: Generated<string>;
  what: string;
  act: "added" | "changed" | "removed";
  subject: string;
  course: string | null;
  person: string | null;
  before: Record<string, unknown> | null;
  after: Record<string, unknown> | null;
  hash: Buffer | null;
}

export interface OutboxTable {
  id: Generated<string>;
  school_id: string | null;
  kind: string;
  payload: JSONColumnType<Record<string, unknown>>;
  at: Generated<string>;
  state: Generated<"waiting" | "queued" | "failed">;
  due: Generated<string>;
  once: string | null;
  attempts: Generated<number>;
  fault: string | null;
  tried_at: string | null;
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
}

/** What authors edit. */
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

/** What visitors read. */
export interface CoursePageTable {
  school_id: string;
  course_id: string;
  description: Generated<string>;
  card: Generated<CourseCard>;
}

export interface ModulePlacementTable {
  school_id: string;
  course_id: string;
  id: string;
  position: number;
  title: string;
  visible: "published" | "draft" | "hidden";
  gate: NullableJson<PlanGate>;
  closes: NullableJson<PlanMoment>;
  due: NullableJson<PlanMoment>;
}

export interface LessonPlacementTable extends ModulePlacementTable {
  module_id: string;
  lesson_id: string;
  kind: string;
  holds_next: boolean;
  sample: boolean;
  required: boolean;
  minutes: number | null;
}

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
  note: string;
  people: "everybody" | "new-only" | "only-in-favor";
  /** The earlier version whose plan it is. */
  brings_back: Generated<number | null>;
  published_at: Generated<string>;
}

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
  gates: JSONColumnType<PlanCohort["gates"]>;
}

export interface PersonTable {
  school_id: string;
  id: string;
  name: string;
  email: string;
  time_zone: string;
  /** The account they sign in with; null until they have. */
  user_id: Generated<string | null>;
}

/** The secret address at which a person's calendar is read. */
export interface CalendarFeedTable {
  school_id: string;
  person_id: string;
  token_hash: string;
  made_at: string;
}

/** What a person's calendar has told of an event. */
export interface CalendarEntryTable {
  school_id: string;
  person_id: string;
  uid: string;
  at: string;
  summary: string;
  /** How often it was changed. */
  sequence: Generated<number>;
  /** It does not take place any more. */
  gone: Generated<boolean>;
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
  next_opens: Generated<string | null>;
  next_item: Generated<string | null>;
  seen_at: string | null;
}

/** How many people stand how in a course: differences, which add up. */
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

export interface OpeningTable {
  school_id: string;
  enrollment_id: string;
  item_id: string;
  opens: string | null;
  closes: string | null;
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

export interface ListingTable {
  school_id: string;
  id: string;
  title: string;
  state: "draft" | "on-sale" | "private" | "hidden";
  number: number;
  sold: Generated<number>;
}

export interface ListingTermsTable {
  school_id: string;
  listing_id: string;
  number: number;
  terms: JSONColumnType<Offer>;
  at: string;
}

export interface ListingCourseTable {
  school_id: string;
  listing_id: string;
  course_id: string;
}

export interface SalesOrderTable {
  school_id: string;
  id: string;
  /** Of the press that bought it. */
  key: string;
  listing_id: string;
  terms_number: number;
  title: string;
  account_id: string | null;
  person_id: string | null;
  name: string;
  email: string;
  time_zone: string;
  option_id: string;
  kind: "free" | "once" | "installments" | "subscription";
  seats: number;
  codes: string[];
  quote: JSONColumnType<Quote>;
  currency: string;
  consent_at: string | null;
  state: "open" | "paid" | "lapsed";
  bought_at: string;
  held_until: string | null;
  paid_at: string | null;
  pay_url: string | null;
  secret_hash: string;
  receipt_year: number | null;
  receipt_number: number | null;
}

export interface OrderEventTable {
  school_id: string;
  order_id: string;
  sequence: number;
  kind: string;
  at: string;
  charge: string | null;
  amount: string | null;
}

export interface OrderEnrollmentTable {
  school_id: string;
  order_id: string;
  enrollment_id: string;
}

export interface CodeUseTable {
  school_id: string;
  listing_id: string;
  code: string;
  order_id: string;
  email: string;
}

export interface Tables {
  listing: ListingTable;
  listing_terms: ListingTermsTable;
  listing_course: ListingCourseTable;
  sales_order: SalesOrderTable;
  order_event: OrderEventTable;
  order_enrollment: OrderEnrollmentTable;
  code_use: CodeUseTable;
  change: ChangeTable;
  course_author: CourseAuthorTable;
  handover: HandoverTable;
  outbox: OutboxTable;
  remark: RemarkTable;
  ripple_run: RippleRunTable;
  course_cover: CourseCoverTable;
  school: SchoolTable;
  course: CourseTable;
  course_draft: CourseDraftTable;
  course_page: CoursePageTable;
  module_placement: ModulePlacementTable;
  lesson_placement: LessonPlacementTable;
  lesson: LessonTable;
  lesson_revision: LessonRevisionTable;
  course_version: CourseVersionTable;
  cohort: CohortTable;
  person: PersonTable;
  enrollment: EnrollmentTable;
  calendar_feed: CalendarFeedTable;
  calendar_entry: CalendarEntryTable;
  headcount: HeadcountTable;
  enrollment_event: EnrollmentEventTable;
  opening: OpeningTable;
  member: MemberTable;
  cohort_instructor: CohortInstructorTable;
  invitation: InvitationTable;
  draft_operation: DraftOperationTable;
}
