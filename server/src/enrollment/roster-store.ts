/**
 * The roster in the database: a page of a course's people by one of its orders. What a page costs does not depend on
 * how many people there are: it walks along an index, so far at the most, and goes on from there the next time.
 */
import type { RosterOrder } from "@dawngate/contract";
import type { Standing } from "@dawngate/core/enrollment";
import { type RawBuilder, sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { holdsAt } from "../schedule/store";

/** Whom a page is narrowed to. */
export interface Narrowing {
  find: string | undefined;
  standing: Standing | "finished" | undefined;
  cohort: string | undefined;
  /** The cohorts whose people one may see; null: all. */
  cohorts: readonly string[] | null;
  /** Who enrolled later is not meant. */
  upTo: string | undefined;
}

/** Where a page ended: the last row looked at, by what the order sorts by and its enrollment. */
export interface Place {
  key: string;
  id: string;
}

export interface RosterRow {
  id: string;
  person: string;
  name: string;
  timeZone: string;
  cohort: string | null;
  enrolledAt: string;
  standing: Standing;
  from: string | null;
  until: string | null;
  done: number;
  of: number;
  finishedAt: string | null;
  nextOpens: string | null;
  nextItem: string | null;
  seenAt: string | null;
  version: number | null;
  holds: boolean;
  key: string;
}

/** What each order sorts by, as its index has it. */
const KEYS: Record<
  RosterOrder,
  { key: RawBuilder<unknown>; type: RawBuilder<unknown>; down?: true }
> = {
  name: { key: sql`e.sort_name`, type: sql`text` },
  next: { key: sql`coalesce(e.next_opens, 'infinity')`, type: sql`timestamptz` },
  // Whose access has ended stands last.
  ends: {
    key: sql`(case when e.standing = 'ended' then 'infinity' else coalesce(e.access_until, 'infinity') end)`,
    type: sql`timestamptz`,
  },
  enrolled: { key: sql`e.enrolled_at`, type: sql`timestamptz`, down: true },
  seen: { key: sql`coalesce(e.seen_at, '-infinity')`, type: sql`timestamptz` },
};

/** Instants as the database writes them: what comes back from outside is looked at before it is compared with. */
const INSTANT = /^(-?infinity|\d{4,6}-\d\d-\d\d \d\d:\d\d:\d\d(\.\d{1,6})?\+00)$/;

/** Whether a page of this order could have ended there. */
export function isPlace(order: RosterOrder, { key }: Place): boolean {
  return order === "name" || INSTANT.test(key);
}

/** So many rows are walked over first, and so many where those did not fill the page. */
const WALKS = [400, 20_000];
/** So many people of the school whose name matches are looked up by it; of more the list is walked along. */
const FOUND_MOST = 5000;
/** From so many letters on names are found by an index. */
export const FINDABLE = 3;

/** A part of a name as a pattern, its own signs taken as they are. */
const pattern = (find: string) =>
  `%${find
    .trim()
    .toLowerCase()
    .replaceAll(/[\\%_]/g, "\\$&")}%`;

/** A page of a course's people, and where it ended; null: nobody comes after. */
export async function readRoster(
  tx: SchoolTransaction,
  course: string,
  narrowing: Narrowing,
  order: RosterOrder,
  after: Place | null,
  most: number,
  at: string,
): Promise<{ rows: RosterRow[]; end: Place | null }> {
  const find = narrowing.find?.trim() ?? "";
  if (find.length >= FINDABLE) {
    const people = await peopleCalled(tx, find);
    if (people.length <= FOUND_MOST)
      return fullPage(
        await select(
          tx,
          course,
          narrowing,
          order,
          after,
          most + 1,
          at,
          sql`and e.person_id = any (${people}::text[])`,
        ),
        most,
      );
  }
  for (const walk of WALKS) {
    const found = await walkAlong(tx, course, narrowing, order, after, most, at, walk);
    if (found.rows.length === most || found.end === null || walk === WALKS.at(-1)) return found;
  }
  throw new Error("A walk always ends");
}

function fullPage(rows: RosterRow[], most: number): { rows: RosterRow[]; end: Place | null } {
  const page = rows.slice(0, most);
  return { rows: page, end: rows.length > most ? placeOf(page.at(-1)) : null };
}

const placeOf = (row: RosterRow | undefined): Place | null =>
  row ? { key: row.key, id: row.id } : null;

/** What everybody on the page must be. */
function conditions({ standing, cohort, cohorts, upTo }: Narrowing): RawBuilder<unknown> {
  return sql`
    ${standing === undefined ? sql`` : standing === "finished" ? sql`and e.finished_at is not null` : sql`and e.standing = ${standing}`}
    ${cohort === undefined ? sql`` : sql`and e.cohort_id = ${cohort}`}
    ${cohorts === null ? sql`` : sql`and e.cohort_id = any (${cohorts}::text[])`}
    ${upTo === undefined ? sql`` : sql`and e.enrolled_at <= ${upTo}::timestamptz`}
  `;
}

function beyond(order: RosterOrder, after: Place | null): RawBuilder<unknown> {
  const { key, type, down } = KEYS[order];
  if (!after) return sql``;
  return sql`and (${key}, e.id) ${down ? sql`<` : sql`>`} (${after.key}::${type}, ${after.id})`;
}

const sorted = (order: RosterOrder) => {
  const { key, down } = KEYS[order];
  return down ? sql`${key} desc, e.id desc` : sql`${key}, e.id`;
};

/** The columns of a row of `e` and its person `p`. */
const columns = (order: RosterOrder, at: string) => sql`
  e.id, e.person_id as person, p.name, e.time_zone as "timeZone", e.cohort_id as cohort,
  e.enrolled_at as "enrolledAt", e.standing, e.access_from as "from", e.access_until as until,
  e.done, e.required as of, e.finished_at as "finishedAt", e.next_opens as "nextOpens",
  e.next_item as "nextItem", e.seen_at as "seenAt",
  coalesce(e.pinned_version, c.current_version) as version, ${holdsAt(at)} as holds,
  (${KEYS[order].key})::text as key
`;
const JOINED = sql`
  join course c on c.school_id = e.school_id and c.id = e.course_id
  join person p on p.school_id = e.school_id and p.id = e.person_id
`;

async function select(
  tx: SchoolTransaction,
  course: string,
  narrowing: Narrowing,
  order: RosterOrder,
  after: Place | null,
  most: number,
  at: string,
  those: RawBuilder<unknown>,
): Promise<RosterRow[]> {
  const { rows } = await sql<RosterRow>`
    select ${columns(order, at)} from enrollment e ${JOINED}
    where e.course_id = ${course} ${those} ${conditions(narrowing)} ${beyond(order, after)}
    order by ${sorted(order)} limit ${most}
  `.execute(tx);
  return rows;
}

/**
 * Goes along the order's index so many rows, and answers those that match. By name the index of a standing, or of a
 * cohort, is walked along, so that all rows are of it.
 */
async function walkAlong(
  tx: SchoolTransaction,
  course: string,
  narrowing: Narrowing,
  order: RosterOrder,
  after: Place | null,
  most: number,
  at: string,
  walk: number,
): Promise<{ rows: RosterRow[]; end: Place | null }> {
  const { standing, cohort } = narrowing;
  const find = narrowing.find?.trim() ?? "";
  const along =
    order !== "name"
      ? sql``
      : standing === "finished"
        ? sql`and e.finished_at is not null`
        : standing !== undefined
          ? sql`and e.standing = ${standing}`
          : cohort !== undefined
            ? sql`and e.cohort_id = ${cohort}`
            : sql``;
  const { rows } = await sql<RosterRow & { walked: number; lastKey: string; lastId: string }>`
    with walked as materialized (
      select e.id, (${KEYS[order].key}) as k, row_number() over (order by ${sorted(order)}) as n
      from enrollment e
      where e.course_id = ${course} ${along} ${beyond(order, after)}
      order by ${sorted(order)} limit ${walk}
    ), last as (select n as walked, k::text as "lastKey", id as "lastId" from walked order by n desc limit 1)
    select page.*, last.* from last left join lateral (
      select ${columns(order, at)}, w.n from walked w
      join enrollment e on e.id = w.id and e.course_id = ${course} ${JOINED}
      where true ${conditions(narrowing)}
      ${find === "" ? sql`` : sql`and e.sort_name like ${pattern(find)}`}
      order by w.n limit ${most}
    ) page on true
    order by page.n
  `.execute(tx);
  const [first] = rows;
  if (!first) return { rows: [], end: null };
  const page = rows.filter(({ id }) => id !== null);
  if (page.length === most) return { rows: page, end: placeOf(page.at(-1)) };
  const end = Number(first.walked) < walk ? null : { key: first.lastKey, id: first.lastId };
  return { rows: page, end };
}

/** The people of the school whose name has a part, so many at the most and one more. */
async function peopleCalled(tx: SchoolTransaction, find: string): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select p.id from person p where sort_name_of(p.name) like ${pattern(find)} limit ${FOUND_MOST + 1}
  `.execute(tx);
  return rows.map(({ id }) => id);
}

/** One person of a course; undefined where there is none. */
export async function readRosterRow(tx: SchoolTransaction, course: string, id: string, at: string) {
  const { rows } = await sql<RosterRow>`
    select ${columns("name", at)} from enrollment e ${JOINED}
    where e.course_id = ${course} and e.id = ${id}
  `.execute(tx);
  return rows[0];
}

/** How many whose name has a part stand how; null where too many match to be counted. */
export async function countFound(tx: SchoolTransaction, course: string, find: string) {
  const people = await peopleCalled(tx, find);
  if (people.length > FOUND_MOST) return null;
  const { rows } = await sql<{
    cohort: string | null;
    standing: Standing;
    finished: boolean;
    people: number;
  }>`
    select cohort_id as cohort, standing, finished_at is not null as finished, count(*)::integer as people
    from enrollment e
    where e.course_id = ${course} and e.person_id = any (${people}::text[])
    group by 1, 2, 3
  `.execute(tx);
  return rows;
}

/** Whether somebody's line in a course does not hold at an instant. */
export async function isSettling(tx: SchoolTransaction, course: string, at: string) {
  const { rows } = await sql<{ settling: boolean }>`
    select exists (select from enrollment e where e.course_id = ${course} and e.projected_version is null)
      or exists (select from enrollment e where e.course_id = ${course}
        and e.projected_sequence is distinct from e.last_sequence)
      or exists (select from enrollment e where e.course_id = ${course} and e.stale_at <= ${at}::timestamptz)
      or exists (select from enrollment e where e.course_id = ${course} and e.pinned_version is null
        and e.projected_version < (select c.current_version from course c where c.id = ${course}))
      as settling
  `.execute(tx);
  return rows[0]?.settling ?? false;
}
