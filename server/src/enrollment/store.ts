/** People, cohorts, enrollments and their events in the database. */
import type { Cover } from "@dawngate/contract/courses";
import type { PlanCohort, PlanEnrollment } from "@dawngate/core/plan";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { sql, type Updateable } from "kysely";
import { insertMany } from "../db/bulk";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { CohortTable } from "../db/tables/enrollment";
import { isTheirOwn, toEvents } from "../schedule/events";
import { holdsAt } from "../schedule/store";

export async function insertCohorts(
  tx: SchoolTransaction,
  school: SchoolId,
  cohorts: readonly PlanCohort[],
  nameOf: (cohort: string) => string,
): Promise<void> {
  await insertMany(
    tx,
    "cohort",
    cohorts.map((cohort) => ({
      school_id: school,
      course_id: cohort.course,
      id: cohort.id,
      name: nameOf(cohort.id),
      window_opens: cohort.window?.opens ?? null,
      window_closes: cohort.window?.closes ?? null,
      starts: cohort.starts,
      ends: cohort.ends,
      grace: cohort.grace,
      seats: cohort.seats,
      gates: cohort.gates,
    })),
  );
}

export interface NewEnrollment {
  enrollment: PlanEnrollment;
  person: string;
  /** The reason on record for an event of this kind, if there is one. */
  reasonOf(kind: string): string | null;
}

/** Writes enrollments with all their events, numbered from 1. */
export async function insertEnrollments(
  tx: SchoolTransaction,
  school: SchoolId,
  enrollments: readonly NewEnrollment[],
): Promise<void> {
  const all = enrollments.map((one) => ({ ...one, events: toEvents(one.enrollment) }));
  await insertMany(
    tx,
    "enrollment",
    all.map(({ enrollment, person, events }) => ({
      school_id: school,
      id: enrollment.id,
      course_id: enrollment.course,
      person_id: person,
      cohort_id: enrollment.cohort,
      last_sequence: events.length,
      enrolled_at: enrollment.enrolledAt,
      time_zone: enrollment.timeZone,
      seen_at: events.findLast(({ kind }) => isTheirOwn(kind))?.at ?? null,
    })),
  );
  await insertMany(
    tx,
    "enrollment_event",
    all.flatMap(({ enrollment, events, reasonOf }) =>
      events.map(({ kind, at, data }, number) => ({
        school_id: school,
        enrollment_id: enrollment.id,
        sequence: number + 1,
        kind,
        at,
        data,
        reason: reasonOf(kind),
      })),
    ),
  );
}

/** The listing an enrollment was bought by, while it can be bought; null: it was not, or nobody can any more. */
export async function renewedBy(tx: SchoolTransaction, enrollment: string): Promise<string | null> {
  const row = await tx
    .selectFrom("order_enrollment as k")
    .innerJoin("sales_order as o", (join) =>
      join.onRef("o.school_id", "=", "k.school_id").onRef("o.id", "=", "k.order_id"),
    )
    .innerJoin("listing as l", (join) =>
      join.onRef("l.school_id", "=", "o.school_id").onRef("l.id", "=", "o.listing_id"),
    )
    .select("l.id")
    .where("k.enrollment_id", "=", enrollment)
    .where("o.kind", "<>", "subscription")
    .where("l.state", "in", ["on-sale", "private"])
    .orderBy("o.bought_at", "desc")
    .executeTakeFirst();
  return row?.id ?? null;
}

/** The order that shuts an enrollment until it is paid; null: none does. */
export async function unpaidOrder(
  tx: SchoolTransaction,
  enrollment: string,
): Promise<string | null> {
  const row = await tx
    .selectFrom("order_enrollment as k")
    .innerJoin("sales_order as o", (join) =>
      join.onRef("o.school_id", "=", "k.school_id").onRef("o.id", "=", "k.order_id"),
    )
    .select("o.id")
    .where("k.enrollment_id", "=", enrollment)
    .where("o.standing", "=", "suspended")
    .where("k.gained", "=", true)
    // A seat is paid by whoever bought it.
    .where("o.seats", "=", 1)
    .where("o.gift", "is", null)
    .executeTakeFirst();
  return row?.id ?? null;
}

/** Whether a course is bought: it is in a listing that everybody can find. */
export async function isOnSale(tx: SchoolTransaction, course: string): Promise<boolean> {
  const row = await tx
    .selectFrom("listing_course as k")
    .innerJoin("listing as l", (join) =>
      join.onRef("l.school_id", "=", "k.school_id").onRef("l.id", "=", "k.listing_id"),
    )
    .select("l.id")
    .where("k.course_id", "=", course)
    .where("l.state", "=", "on-sale")
    .executeTakeFirst();
  return row !== undefined;
}

/** A person's enrollments, newest first, with the projection's line of each and whether it holds at an instant. */
export async function linesOf(tx: SchoolTransaction, person: string, at: string, course?: string) {
  return tx
    .selectFrom("enrollment as e")
    .innerJoin("course as c", (join) =>
      join.onRef("c.school_id", "=", "e.school_id").onRef("c.id", "=", "e.course_id"),
    )
    .select(["e.id", "e.course_id as course", "e.access_until as until", "e.access_from as from"])
    .select(["e.standing", "e.done", "e.required", "e.time_zone as timeZone"])
    .select((q) => q.fn.coalesce("e.pinned_version", "c.current_version").as("version"))
    .select(holdsAt(at).as("holds"))
    .where("e.person_id", "=", person)
    .$if(course !== undefined, (query) => query.where("e.course_id", "=", course as string))
    .orderBy("e.id", "desc")
    .execute();
}

/** What a person holds, the newest first, with what a shelf shows of it; so many at the most. */
export async function heldBy(tx: SchoolTransaction, person: string, most: number) {
  const { rows } = await sql<{
    id: string;
    cohortName: string | null;
    place: string | null;
    cover: Cover | null;
  }>`
    select e.id, k.name as "cohortName", k.place,
      case when v.hash is null then null else jsonb_build_object('hash', v.hash, 'width', v.width,
        'height', v.height, 'x', v.focus_x, 'y', v.focus_y) end as cover
    from enrollment e
    left join cohort k on k.school_id = e.school_id and k.course_id = e.course_id and k.id = e.cohort_id
    left join course_cover v on v.school_id = e.school_id and v.course_id = e.course_id
    where e.person_id = ${person}
    order by e.enrolled_at desc, e.id desc limit ${most}
  `.execute(tx);
  return rows;
}

/** The cohort of an enrollment that meets somewhere, and where; null: there is none. */
export async function whereMet(tx: SchoolTransaction, enrollment: string) {
  const { rows } = await sql<{ cohort: string; place: string; link: string }>`
    select k.name as cohort, k.place, k.link from enrollment e
    join cohort k on k.school_id = e.school_id and k.course_id = e.course_id and k.id = e.cohort_id
    where e.id = ${enrollment} and (k.place <> '' or k.link <> '')
  `.execute(tx);
  return rows[0] ?? null;
}

/** Whose enrollment it is, and of which course. */
export async function readOwner(tx: SchoolTransaction, enrollment: string) {
  return tx
    .selectFrom("enrollment")
    .select(["person_id", "course_id", "cohort_id"])
    .where("id", "=", enrollment)
    .executeTakeFirst();
}

export async function updateCohort(
  tx: SchoolTransaction,
  course: string,
  id: string,
  set: Updateable<CohortTable>,
): Promise<boolean> {
  const result = await tx
    .updateTable("cohort")
    .set(set)
    .where("course_id", "=", course)
    .where("id", "=", id)
    .executeTakeFirst();
  return result.numUpdatedRows === 1n;
}

/** Moves an enrollment to another cohort, or out of any; the event that says so is the caller's. */
export async function setCohort(tx: SchoolTransaction, enrollment: string, cohort: string | null) {
  await tx
    .updateTable("enrollment")
    .set({ cohort_id: cohort })
    .where("id", "=", enrollment)
    .execute();
}

export async function setZone(tx: SchoolTransaction, enrollment: string, timeZone: string) {
  await tx
    .updateTable("enrollment")
    .set({ time_zone: timeZone })
    .where("id", "=", enrollment)
    .execute();
}

/** Writes down that somebody was here. */
export async function setSeen(tx: SchoolTransaction, enrollment: string, at: string) {
  await tx.updateTable("enrollment").set({ seen_at: at }).where("id", "=", enrollment).execute();
}

/** Whom an enrollment is of, and where mail reaches them. */
export async function readAddress(tx: SchoolTransaction, enrollment: string) {
  return tx
    .selectFrom("enrollment")
    .innerJoin("person", (join) =>
      join
        .onRef("person.school_id", "=", "enrollment.school_id")
        .onRef("person.id", "=", "enrollment.person_id"),
    )
    .select(["person.id as person", "person.name", "person.email"])
    .where("enrollment.id", "=", enrollment)
    .executeTakeFirst();
}

/** They are told by a mail of its own that they are in, and what opens when. */
export async function noteTold(tx: SchoolTransaction, enrollment: string, now: Instant) {
  await tx
    .updateTable("enrollment")
    .set({ told_at: formatInstant(now) })
    .where("id", "=", enrollment)
    .execute();
}

/** What was done with a press is not told to whom it is about. */
export async function noteUntold(
  tx: SchoolTransaction,
  school: SchoolId,
  enrollment: string,
  key: string,
): Promise<void> {
  await tx
    .insertInto("untold_act")
    .values({ school_id: school, enrollment_id: enrollment, key })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

/** The mail of an act is worded like this. */
export async function putWords(
  tx: SchoolTransaction,
  school: SchoolId,
  enrollment: string,
  key: string,
  { subject, text }: { subject: string; text: string },
): Promise<void> {
  await tx
    .insertInto("act_words")
    .values({ school_id: school, enrollment_id: enrollment, key, subject, text })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}
