/** The words a school has written itself for what people are told, in the database. */
import type { Kind, Language } from "@dawngate/core/notices";
import type { SchoolTransaction } from "../db/connection";

/** For whom words are: everybody, those in a course, or those in one of its cohorts. */
export interface WordsFor {
  /** Null: for all courses. */
  course: string | null;
  /** Null: for all cohorts. */
  cohort: string | null;
}

export interface KeptTemplate extends WordsFor {
  kind: Kind;
  language: Language;
  subject: string;
  text: string;
}

/** All of them, or those of one kind. */
export async function readTemplates(tx: SchoolTransaction, kind?: Kind): Promise<KeptTemplate[]> {
  return tx
    .selectFrom("notice_template")
    .$if(kind !== undefined, (query) => query.where("kind", "=", kind as Kind))
    .select(["kind", "course_id as course", "cohort_id as cohort", "language", "subject", "text"])
    .execute();
}
