/** Tables of the room "reminders". */

export interface ReminderTable {
  school_id: string;
  id: string;
  course_id: string | null;
  cohort_id: string | null;
  listing_id: string | null;
  email: string;
  asked_at: string;
  /** Null: not confirmed yet. */
  confirmed_at: string | null;
  secret_hash: string;
}

export interface RemindersTables {
  reminder: ReminderTable;
}
