/** The approval queue and the waitlist, in the database. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../../db/connection";
import type { EntryRequestTable, WaitingTable } from "../../db/tables/enrollment";

/** A place in a list by time. */
export type Place = readonly [at: string, id: string];

/** What somebody asked last for a way in, and what became of it. */
export async function lastRequest(
  tx: SchoolTransaction,
  course: string,
  cohort: string | null,
  person: string,
) {
  return tx
    .selectFrom("entry_request")
    .select(["id", "state", "reason"])
    .where("course_id", "=", course)
    .where("cohort_id", cohort === null ? "is" : "=", cohort)
    .where("person_id", "=", person)
    .orderBy("asked_at", "desc")
    .executeTakeFirst();
}

/** False where they have asked already and nobody has decided. */
export async function insertRequest(tx: SchoolTransaction, row: EntryRequestTable) {
  const { numInsertedOrUpdatedRows } = await tx
    .insertInto("entry_request")
    .values(row)
    .onConflict((on) => on.doNothing())
    .executeTakeFirst();
  return numInsertedOrUpdatedRows === 1n;
}

interface Wanted {
  course: string;
  decided: boolean;
  /** Only those of these cohorts; null: all. */
  cohorts: readonly string[] | null;
  after: Place | null;
  most: number;
}

/** A page of the queue: those who wait the longest first; what was decided the latest first. */
export async function pageOfRequests(
  tx: SchoolTransaction,
  { course, decided, cohorts, after, most }: Wanted,
) {
  const { rows } = await sql<{
    id: string;
    person: string;
    name: string;
    email: string;
    cohort: string | null;
    cohortName: string | null;
    words: string;
    at: string;
    state: EntryRequestTable["state"];
    reason: string | null;
  }>`
    select r.id, r.person_id as person, p.name, p.email, r.cohort_id as cohort, k.name as "cohortName", r.words,
      to_char(r.asked_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as at, r.state, r.reason
    from entry_request r join person p on p.school_id = r.school_id and p.id = r.person_id
    left join cohort k on k.school_id = r.school_id and k.id = r.cohort_id
    where r.course_id = ${course}
      and ${decided ? sql`r.state in ('approved', 'refused')` : sql`r.state = 'waiting'`}
      ${cohorts === null ? sql`` : sql`and r.cohort_id = any (${cohorts}::text[])`}
      ${
        after === null
          ? sql``
          : sql`and (r.asked_at, r.id) ${decided ? sql`<` : sql`>`} (${after[0]}::timestamptz, ${after[1]})`
      }
    order by r.asked_at ${decided ? sql`desc` : sql`asc`}, r.id ${decided ? sql`desc` : sql`asc`}
    limit ${most}
  `.execute(tx);
  return rows;
}

export async function countAsking(
  tx: SchoolTransaction,
  course: string,
  cohorts: readonly string[] | null,
): Promise<number> {
  const row = await tx
    .selectFrom("entry_request")
    .select((q) => q.fn.countAll<string>().as("count"))
    .where("course_id", "=", course)
    .where("state", "=", "waiting")
    .$if(cohorts !== null, (query) => query.where("cohort_id", "in", cohorts as string[]))
    .executeTakeFirst();
  return Number(row?.count ?? 0);
}

/** One of the queue, held: two who decide take turns. */
export async function holdRequest(tx: SchoolTransaction, course: string, id: string) {
  return tx
    .selectFrom("entry_request as r")
    .innerJoin("person as p", (join) =>
      join.onRef("p.school_id", "=", "r.school_id").onRef("p.id", "=", "r.person_id"),
    )
    .select(["r.id", "r.cohort_id as cohort", "r.state", "r.time_zone as timeZone"])
    .select(["p.id as person", "p.name", "p.email", "p.user_id"])
    .where("r.course_id", "=", course)
    .where("r.id", "=", id)
    .forUpdate("r")
    .executeTakeFirst();
}

export async function decide(
  tx: SchoolTransaction,
  id: string,
  set: Pick<EntryRequestTable, "state" | "reason" | "decided_at">,
): Promise<void> {
  await tx.updateTable("entry_request").set(set).where("id", "=", id).execute();
}

/** Somebody's own place on a waitlist, with how many come before; undefined: they do not wait. */
export async function placeOn(tx: SchoolTransaction, cohort: string, person: string) {
  const { rows } = await sql<{
    id: string;
    state: "waiting" | "offered";
    offerUntil: string | null;
    ahead: number;
  }>`
    select w.id, w.state, to_char(w.offer_until at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "offerUntil",
      (select count(*)::integer from waiting o where o.school_id = w.school_id and o.cohort_id = w.cohort_id
        and o.state = 'waiting' and (o.turn, o.id) < (w.turn, w.id)) as ahead
    from waiting w where w.cohort_id = ${cohort} and w.person_id = ${person}
      and w.state in ('waiting', 'offered')
  `.execute(tx);
  return rows[0];
}

/** How many wait for a place in each cohort of a course, without an offer yet. */
export async function readWaitingIn(tx: SchoolTransaction, course: string) {
  const { rows } = await sql<{ cohort: string; count: number }>`
    select cohort_id as cohort, count(*)::integer as count from waiting
    where course_id = ${course} and state = 'waiting' group by 1
  `.execute(tx);
  return new Map(rows.map(({ cohort, count }) => [cohort, count]));
}

/** The cohorts of a course in which somebody waits, those with an offer among them; `cohorts`: only these. */
export async function waitlistsOf(
  tx: SchoolTransaction,
  course: string,
  cohorts: readonly string[] | null,
) {
  const { rows } = await sql<{
    cohort: string;
    name: string;
    seats: number | null;
    total: number;
  }>`
    select k.id as cohort, k.name, k.seats, count(*)::integer as total
    from waiting w join cohort k on k.school_id = w.school_id and k.id = w.cohort_id
    where w.course_id = ${course} and w.state in ('waiting', 'offered')
      ${cohorts === null ? sql`` : sql`and k.id = any (${cohorts}::text[])`}
    group by k.id, k.name, k.seats, k.starts order by k.starts, k.id limit 50
  `.execute(tx);
  return rows;
}

/** Puts somebody last. The transaction holds the cohort's turn for seats. False where they wait already. */
export async function insertWaiting(
  tx: SchoolTransaction,
  row: Omit<WaitingTable, "turn" | "state" | "offer_until" | "reason">,
): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await tx
    .insertInto("waiting")
    .values({
      ...row,
      state: "waiting",
      turn: sql`coalesce((select max(turn) from waiting where cohort_id = ${row.cohort_id}), 0) + 1`,
    } as never)
    .onConflict((on) => on.doNothing())
    .executeTakeFirst();
  return numInsertedOrUpdatedRows === 1n;
}

export async function setWaiting(
  tx: SchoolTransaction,
  id: string,
  set: Partial<Pick<WaitingTable, "state" | "offer_until" | "reason">>,
): Promise<void> {
  await tx.updateTable("waiting").set(set).where("id", "=", id).execute();
}

/** Who has come in some other way waits no longer. */
export async function noLongerWait(
  tx: SchoolTransaction,
  course: string,
  people: readonly string[],
) {
  await tx
    .updateTable("waiting")
    .set({ state: "in" })
    .where("course_id", "=", course)
    .where("person_id", "in", people)
    .where("state", "in", ["waiting", "offered"])
    .execute();
}

/** First of all, with the reason. */
export async function putFirst(tx: SchoolTransaction, cohort: string, id: string, reason: string) {
  await sql`
    update waiting set reason = ${reason},
      turn = (select min(turn) from waiting where cohort_id = ${cohort} and state = 'waiting') - 1
    where cohort_id = ${cohort} and id = ${id} and state = 'waiting'
  `.execute(tx);
}

/** Places that are held for somebody at an instant, by cohort. */
export async function readOffered(
  tx: SchoolTransaction,
  cohorts: readonly string[],
  at: string,
): Promise<Map<string, number>> {
  if (cohorts.length === 0) return new Map();
  const { rows } = await sql<{ cohort: string; count: number }>`
    select cohort_id as cohort, count(*)::integer as count from waiting
    where cohort_id = any (${cohorts}::text[]) and state = 'offered' and offer_until > ${at}::timestamptz
    group by 1
  `.execute(tx);
  return new Map(rows.map(({ cohort, count }) => [cohort, count]));
}

/** Offers that have lapsed by an instant, with whom they were made to. */
export async function lapsedOffers(tx: SchoolTransaction, cohort: string, at: string) {
  return withPerson(tx, cohort)
    .where("w.state", "=", "offered")
    .where(sql<boolean>`w.offer_until <= ${at}::timestamptz`)
    .orderBy("w.turn")
    .execute();
}

/** The next on a waitlist. */
export async function nextWaiting(tx: SchoolTransaction, cohort: string) {
  return withPerson(tx, cohort)
    .where("w.state", "=", "waiting")
    .orderBy("w.turn")
    .orderBy("w.id")
    .limit(1)
    .executeTakeFirst();
}

/** One of a waitlist, held. */
export async function oneWaiting(tx: SchoolTransaction, cohort: string, id: string) {
  return withPerson(tx, cohort)
    .where("w.id", "=", id)
    .where("w.state", "in", ["waiting", "offered"])
    .forUpdate("w")
    .executeTakeFirst();
}

const withPerson = (tx: SchoolTransaction, cohort: string) =>
  tx
    .selectFrom("waiting as w")
    .innerJoin("person as p", (join) =>
      join.onRef("p.school_id", "=", "w.school_id").onRef("p.id", "=", "w.person_id"),
    )
    .select(["w.id", "w.course_id as course", "w.cohort_id as cohort", "w.time_zone as timeZone"])
    .select(["w.state", "p.id as person", "p.name", "p.email", "p.user_id"])
    .where("w.cohort_id", "=", cohort);

/** A page of a waitlist: those with an offer first, then by turn. */
export async function pageOfWaiting(
  tx: SchoolTransaction,
  cohort: string,
  after: readonly [turn: number, id: string] | null,
  most: number,
) {
  const { rows } = await sql<{
    id: string;
    name: string;
    email: string;
    at: string;
    offerUntil: string | null;
    turn: number;
    total: number;
  }>`
    select w.id, p.name, p.email, w.turn,
      to_char(w.joined_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as at,
      to_char(w.offer_until at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "offerUntil",
      (select count(*)::integer from waiting o where o.cohort_id = ${cohort}
        and o.state in ('waiting', 'offered')) as total
    from waiting w join person p on p.school_id = w.school_id and p.id = w.person_id
    where w.cohort_id = ${cohort} and w.state in ('waiting', 'offered')
      ${after === null ? sql`` : sql`and (w.turn, w.id) > (${after[0]}::float8, ${after[1]})`}
    order by w.turn, w.id limit ${most}
  `.execute(tx);
  return rows;
}

/** The school a cohort is of stands in the transaction; which course it is of, is asked here. */
export async function courseOfCohort(tx: SchoolTransaction, cohort: string) {
  const row = await tx
    .selectFrom("cohort")
    .select("course_id")
    .where("id", "=", cohort)
    .executeTakeFirst();
  return row?.course_id ?? null;
}
