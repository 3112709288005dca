/** Versions: published once, never changed. */
import { coursesInside } from "@dawngate/core/courses";
import { differsByCohort, type PlanCourse } from "@dawngate/core/plan";
import { sql } from "kysely";
import { sizeOf } from "../courses/outline";
import { FORM } from "../courses/versions";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { CourseVersionTable } from "../db/tables/review";

/** What is on record about a publishing. */
export type Published = Pick<CourseVersionTable, "note" | "people"> & {
  brings_back: number | null;
  /** The instant of the request; left out: the database's own. */
  published_at?: string;
};

/** Adds the next version of a course and makes it the current one. The caller holds the course's row. */
export async function insertVersion(
  tx: SchoolTransaction,
  school: SchoolId,
  plan: PlanCourse,
  lessons: Record<string, string>,
  published: Published,
): Promise<number> {
  const { lessons: lessonCount, ...size } = sizeOf(plan);
  const { newest } = await tx
    .selectFrom("course_version")
    .select((e) => e.fn.coalesce(e.fn.max("number"), e.lit(0)).as("newest"))
    .where("course_id", "=", plan.id)
    .executeTakeFirstOrThrow();
  const number = newest + 1;
  await tx
    .insertInto("course_version")
    .values({
      school_id: school,
      course_id: plan.id,
      number,
      plan: JSON.stringify(plan),
      by_cohort: differsByCohort(plan),
      inside: coursesInside(plan).map(({ course }) => course),
      form: FORM,
      title: plan.title,
      ...size,
      lesson_count: lessonCount,
      lessons: JSON.stringify(lessons),
      ...published,
    })
    .execute();
  await tx
    .updateTable("course")
    .set({ current_version: number })
    .where("id", "=", plan.id)
    .execute();
  return number;
}

/**
 * Holds a course and its draft, so that two publishings come one after the other, and what is published is not edited
 * meanwhile. Answers the version in force, and the number
 * of the draft's last operation.
 */
export async function lockCourse(tx: SchoolTransaction, id: string) {
  return tx
    .selectFrom("course")
    .innerJoin("course_draft as draft", (join) =>
      join
        .onRef("draft.school_id", "=", "course.school_id")
        .onRef("draft.course_id", "=", "course.id"),
    )
    .select(["course.current_version as version", "draft.sequence"])
    .where("course.id", "=", id)
    .forNoKeyUpdate(["course", "draft"])
    .executeTakeFirst();
}

/** Whoever follows the current version stays with it, and with what they hold beside it. */
export async function pinEnrollments(
  tx: SchoolTransaction,
  course: string,
  version: number,
): Promise<void> {
  await tx
    .updateTable("enrollment")
    .set({ pinned_version: version })
    .where("course_id", "=", course)
    .where("pinned_version", "is", null)
    .execute();
}

/** Everybody follows the current version and holds no other. */
export async function followAlone(tx: SchoolTransaction, course: string): Promise<void> {
  await tx
    .updateTable("enrollment")
    .set({ pinned_version: null, held_versions: [] })
    .where("course_id", "=", course)
    .where(sql<boolean>`(pinned_version is not null or held_versions <> '{}')`)
    .execute();
}

/** Whether anybody keeps an earlier version of a course, alone or beside the current one. */
export async function someKeepEarlier(tx: SchoolTransaction, course: string): Promise<boolean> {
  const row = await tx
    .selectFrom("enrollment")
    .select("id")
    .where("course_id", "=", course)
    .where(sql<boolean>`(pinned_version is not null or held_versions <> '{}')`)
    .limit(1)
    .executeTakeFirst();
  return row !== undefined;
}

/** Everybody follows the next version, and holds what they followed until now beside what they held already. */
export async function holdEarlier(
  tx: SchoolTransaction,
  course: string,
  current: number,
): Promise<void> {
  await sql`
    update enrollment set pinned_version = null, held_versions = (
      select array_agg(distinct v order by v)
      from unnest(held_versions || coalesce(pinned_version, ${current}::integer)) as v)
    where course_id = ${course}
  `.execute(tx);
}

/** Versions of a course from one on downwards, so many, and for how many people each counts. */
export async function listVersions(
  tx: SchoolTransaction,
  course: string,
  before: number | null,
  most: number,
) {
  const { rows } = await sql<{
    number: number;
    publishedAt: string;
    author: string;
    note: string;
    people: CourseVersionTable["people"];
    bringsBack: number | null;
    holders: number;
  }>`
    select v.number, v.published_at as "publishedAt", v.author, v.note, v.people,
      v.brings_back as "bringsBack",
      coalesce((select sum(h.people)::integer from headcount h
        where h.course_id = v.course_id
          and v.number = any (h.held || coalesce(h.pinned, c.current_version))), 0) as holders
    from course_version v
    join course c on c.school_id = v.school_id and c.id = v.course_id
    where v.course_id = ${course} ${before === null ? sql`` : sql`and v.number < ${before}`}
    order by v.number desc limit ${sql.lit(most)}
  `.execute(tx);
  return rows;
}

/** A ripple that takes long, as far as it has come. */
export async function readRun(tx: SchoolTransaction, key: string) {
  return tx
    .selectFrom("ripple_run")
    .select(["done", "people", "answer", "fault"])
    .select(sql<number>`extract(epoch from now() - at)::float8`.as("age"))
    .where("key", "=", key)
    .executeTakeFirst();
}

/** Begins one, in place of one of the same key; old ones go. */
export async function beginRun(
  tx: SchoolTransaction,
  school: SchoolId,
  key: string,
  people: number,
): Promise<void> {
  await sql`delete from ripple_run where at < now() - interval '1 hour'`.execute(tx);
  await sql`
    insert into ripple_run (school_id, key, people) values (${school}, ${key}, ${people})
    on conflict (school_id, key) do update
      set done = 0, people = excluded.people, answer = null, fault = null, at = now()
  `.execute(tx);
}

/** Says how far one has come, or how it ended. */
export async function updateRun(
  tx: SchoolTransaction,
  key: string,
  set: { done?: number; people?: number; answer?: string; fault?: string },
): Promise<void> {
  await tx
    .updateTable("ripple_run")
    .set({ ...set, at: sql`now()` })
    .where("key", "=", key)
    .execute();
}

/** Forgets one whose answer was fetched. */
export async function endRun(tx: SchoolTransaction, key: string): Promise<void> {
  await tx.deleteFrom("ripple_run").where("key", "=", key).execute();
}
