/** What a school sets and writes about notices, in the database. */
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { KeptCopy, KeptKinds, KeptQuiet } from "../db/tables/notices";
import type { KeptTemplate, WordsFor } from "../school/words-store";

export interface KeptSettings {
  number: number;
  hour: string;
  quiet: KeptQuiet | null;
  kinds: KeptKinds;
  copies: KeptCopy[];
}

/** As long as nobody has set anything. */
const USUALLY: KeptSettings = {
  number: 0,
  hour: "09:00",
  quiet: { from: "21:00", to: "06:30" },
  kinds: {},
  copies: [],
};

export async function readNoticeSettings(tx: SchoolTransaction): Promise<KeptSettings> {
  const row = await tx
    .selectFrom("notice_settings")
    .select(["number", "hour", "quiet", "kinds", "copies"])
    .executeTakeFirst();
  return row ?? USUALLY;
}

/** Puts them otherwise; false where somebody has changed them since. */
export async function writeNoticeSettings(
  tx: SchoolTransaction,
  school: SchoolId,
  { number, hour, quiet, kinds, copies }: KeptSettings,
): Promise<boolean> {
  const set = {
    number: number + 1,
    hour,
    quiet: quiet === null ? null : JSON.stringify(quiet),
    kinds: JSON.stringify(kinds),
    copies: JSON.stringify(copies),
  };
  const row = await tx
    .insertInto("notice_settings")
    .values({ school_id: school, ...set })
    .onConflict((conflict) =>
      conflict.column("school_id").doUpdateSet(set).where("notice_settings.number", "=", number),
    )
    .returning("number")
    .executeTakeFirst();
  return row !== undefined && row.number === number + 1;
}

/** Replaces a kind's text in a language, of one cohort, one course or all; null: as for those around it. */
export async function writeTemplate(
  tx: SchoolTransaction,
  school: SchoolId,
  { kind, course, cohort, language }: Pick<KeptTemplate, "kind" | "language" | keyof WordsFor>,
  text: Pick<KeptTemplate, "subject" | "text"> | null,
): Promise<void> {
  await tx
    .deleteFrom("notice_template")
    .where("kind", "=", kind)
    .where("course_id", course === null ? "is" : "=", course)
    .where("cohort_id", cohort === null ? "is" : "=", cohort)
    .where("language", "=", language)
    .execute();
  if (text)
    await tx
      .insertInto("notice_template")
      .values({ school_id: school, kind, course_id: course, cohort_id: cohort, language, ...text })
      .execute();
}

export async function hasCohort(
  tx: SchoolTransaction,
  course: string,
  cohort: string,
): Promise<boolean> {
  const row = await tx
    .selectFrom("cohort")
    .select("id")
    .where("course_id", "=", course)
    .where("id", "=", cohort)
    .executeTakeFirst();
  return row !== undefined;
}

export async function hasCourse(tx: SchoolTransaction, course: string): Promise<boolean> {
  const row = await tx
    .selectFrom("course")
    .select("id")
    .where("id", "=", course)
    .executeTakeFirst();
  return row !== undefined;
}
