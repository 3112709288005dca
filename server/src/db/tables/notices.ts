/** What people are told, and when. */
import type { letterToPeople } from "@dawngate/contract/letters";
import type { NoticeState } from "@dawngate/contract/notices";
import type { Kind, Language, WrittenNotice } from "@dawngate/core/notices";
import type { ColumnType, Generated, JSONColumnType } from "kysely";
import type { z } from "zod";
import type { NullableJson } from "./columns";

/** The hours, of each person's own day, in which nobody is written to. */
export interface KeptQuiet {
  from: string;
  to: string;
}

/** Which kinds are on, and how many days before or after; what is not said is as usual. */
export type KeptKinds = Partial<Record<Kind, { on?: boolean; offsets?: string[] }>>;

/** Who else gets what goes out to people, of which kinds. */
export interface KeptCopy {
  email: string;
  kinds: Kind[];
}

/** A letter as it goes out, but for who writes and who is written to. */
export interface KeptLetter {
  /** Left out: English. */
  language?: Language;
  /** Left out: as English has it. */
  greeting?: string;
  subject: string;
  says: string[];
  dates: { when: string; what: string }[];
  button: { label: string; url: string } | null;
  small: string[];
  below: { label: string; url: string };
}

export interface NoticeSettingsTable {
  school_id: string;
  number: number;
  hour: string;
  quiet: NullableJson<KeptQuiet>;
  kinds: JSONColumnType<KeptKinds>;
  copies: ColumnType<KeptCopy[], string | undefined, string>;
}

export interface NoticeTemplateTable {
  school_id: string;
  kind: Kind;
  course_id: string | null;
  /** Of that course; null: for all of its cohorts. */
  cohort_id: string | null;
  language: Language;
  subject: string;
  text: string;
}

export interface NoticeOffTable {
  school_id: string;
  person_id: string;
  enrollment_id: string | null;
  kind: Kind;
  way: Way;
}

/** To whom a letter goes that goes out later. */
export type PlannedWhom = Pick<z.output<typeof letterToPeople>, "enrollments" | "matching">;

/** By which way somebody is told. */
export type Way = "mail" | "device";

export interface DeviceTable {
  school_id: string;
  id: Generated<string>;
  person_id: string;
  name: string;
  endpoint: string;
  key: string;
  secret: string;
  added_at: string;
}

export interface NoticePersonTable {
  school_id: string;
  person_id: string;
  looked_at: string;
  next_at: string;
  key: Generated<string>;
}

export interface NoticeTable {
  school_id: string;
  id: Generated<string>;
  person_id: string;
  kind: Kind;
  at: string;
  not_after: string;
  about: JSONColumnType<WrittenNotice["about"]>;
  course_id: string | null;
  letter: JSONColumnType<KeptLetter>;
  state: Generated<NoticeState>;
  sent_at: Generated<string | null>;
  fault: Generated<string | null>;
  read_at: Generated<string | null>;
}

export interface NoticeAheadTable {
  school_id: string;
  person_id: string;
  at: string;
  day: string;
  kind: Kind;
  course_id: string | null;
  /** So many modules and lessons it names. */
  things: number;
}

export interface NoticeDayTable {
  school_id: string;
  day: string;
  kind: Kind;
  count: number;
}

export interface NoticeWrongTable {
  school_id: string;
  person_id: string;
  kind: Kind;
  key: string;
  enrollment_id: string | null;
  item_id: string | null;
  old: string;
  new: string | null;
  found_at: string;
}

export interface NoticeStopTable {
  school_id: string;
  day: string;
}

export interface MailRefusedTable {
  school_id: string;
  address: string;
  says: string;
  at: string;
}

/** Whoever is found to have been told a wrong date since then is to be written to. */
export interface NoticeCorrectionTable {
  school_id: string;
  since: string;
  asked_at: string;
}

export interface PlannedLetterTable {
  school_id: string;
  id: string;
  course_id: string;
  whom: JSONColumnType<PlannedWhom>;
  subject: string;
  text: string;
  at: string;
  account_id: string;
  author: string;
}

export interface NoticesTables {
  planned_letter: PlannedLetterTable;
  notice_correction: NoticeCorrectionTable;
  notice_stop: NoticeStopTable;
  mail_refused: MailRefusedTable;
  notice_settings: NoticeSettingsTable;
  notice_template: NoticeTemplateTable;
  notice_off: NoticeOffTable;
  device: DeviceTable;
  notice_person: NoticePersonTable;
  notice: NoticeTable;
  notice_ahead: NoticeAheadTable;
  notice_day: NoticeDayTable;
  notice_wrong: NoticeWrongTable;
}
