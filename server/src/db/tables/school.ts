/** A school, who works for it, its record of changes and what it has to send. */
import type { PartnerTerms } from "@dawngate/contract/partners";
import type { StaffRole } from "@dawngate/contract/permissions";
import type { Invoicing, PaymentTerms } from "@dawngate/contract/sales";
import type { OwnWords } from "@dawngate/core/courses";
import type { Language } from "@dawngate/core/notices/languages";
import type { TaxSettings } from "@dawngate/core/sales";
import type { ColumnType, Generated, JSONColumnType } from "kysely";
import type { Authored } from "./columns";

export interface SchoolTable {
  id: Generated<string>;
  slug: string;
  name: string;
  time_zone: string;
  currency: string;
  weekend: number[];
  closed: string[];
  contact: Generated<string>;
  /** Hosts of pages elsewhere that lessons may show. */
  hosts: Generated<string[]>;
  /** In which people are written to; the first is for whoever reads none of them. */
  languages: Generated<Language[]>;
  color: Generated<string>;
  /** Proposed for new courses. */
  release_hour: Generated<string>;
  created_at: Generated<string>;
  words: Generated<OwnWords>;
  /** After so many hours whoever left a checkout is written to; null: nobody is. */
  follow_up_hours: number | null;
  /** By which parts are charged; null: as it is usual. */
  partner_terms: ColumnType<PartnerTerms | null, string | null | undefined, string | null>;
  payment_terms: ColumnType<PaymentTerms | null, string | null | undefined, string | null>;
  /** What stands of it on invoices; null: its name alone. */
  invoicing: ColumnType<Invoicing | null, string | null | undefined, string | null>;
  /** Of tax by the buyer's place; null: every buyer pays the listing's own rate. */
  tax: JSONColumnType<TaxSettings | null> | null;
  /** Staff must have taken a second step when they signed in. */
  two_factor: Generated<boolean>;
  /** Asked to be deleted at this instant; removed after a wait. */
  deleted_at: Generated<string | null>;
}

export interface MemberTable {
  school_id: string;
  user_id: string;
  role: StaffRole;
  /** An author of all courses, or only of those in `course_author`. */
  all_courses: Generated<boolean>;
  name: string;
  email: string;
  /** They are written to when something waits for their review. */
  review_mail: Generated<boolean>;
  created_at: Generated<string>;
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

export interface HandoverTable {
  school_id: string;
  from_user: string;
  to_user: string;
  at: Generated<string>;
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

export interface SchoolTables {
  school: SchoolTable;
  member: MemberTable;
  invitation: InvitationTable;
  handover: HandoverTable;
  change: ChangeTable;
  outbox: OutboxTable;
}
