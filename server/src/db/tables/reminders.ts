/** Tables of the room "reminders". */
import type { Language } from "@dawngate/core/notices/languages";

export interface ReminderTable {
  school_id: string;
  id: string;
  course_id: string | null;
  cohort_id: string | null;
  listing_id: string | null;
  email: string;
  /** What their browser said they read when they asked; null: nobody knows. */
  language: Language | null;
  asked_at: string;
  /** Null: not confirmed yet. */
  confirmed_at: string | null;
  secret_hash: string;
}

export interface RemindersTables {
  reminder: ReminderTable;
}
