/** Whom a school knows, and their calendars. */
import type { OwnFieldTerms } from "@dawngate/contract/own-fields";
import type { Language } from "@dawngate/core/notices/languages";
import type { ColumnType, Generated } from "kysely";

export interface PersonTable {
  school_id: string;
  id: string;
  name: string;
  email: string;
  time_zone: string;
  /** In which they read what they are told; null: nobody knows. */
  language: Generated<Language | null>;
  /** The account they sign in with; null until they have. */
  user_id: Generated<string | null>;
}

export interface CalendarFeedTable {
  school_id: string;
  person_id: string;
  token_hash: string;
  made_at: string;
}

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

export interface OwnFieldTable {
  school_id: string;
  id: string;
  place: number;
  /** All that is said of it. */
  terms: ColumnType<OwnFieldTerms, string, string>;
}

/** Each part of an answer is a row: of several choices each is found by itself. */
export interface OwnValueTable {
  school_id: string;
  /** Of one of these it is: of whom, or of what. */
  person_id: string | null;
  enrollment_id: string | null;
  cohort_id: string | null;
  course_id: string | null;
  field_id: string;
  part: Generated<number>;
  value: string;
}

export interface PeopleTables {
  own_field: OwnFieldTable;
  own_value: OwnValueTable;
  person: PersonTable;
  calendar_feed: CalendarFeedTable;
  calendar_entry: CalendarEntryTable;
}
