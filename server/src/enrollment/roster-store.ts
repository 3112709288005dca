/**
 * The roster in the database: a page of a course's people by one of its orders. What a page costs does not depend on
 * how many people there are: it walks along an index, so far at the most, and goes on from there the next time.
 */

import type { OTHER_COURSE, RosterOrder } from "@dawngate/contract/roster";
import {
  ENDING_DAYS,
  NEEDS,
  type NeedOf,
  QUIET_DAYS,
  type Standing,
} from "@dawngate/core/enrollment";
import { type RawBuilder, sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { enrolledWho, type Said, saysOfEnrolled } from "../people/fields/store";
import { holdsAt } from "../schedule/store";

/** Whom a page is narrowed to. */
export interface Narrowing {
  find: string | undefined;
  standing: Standing | "finished" | NeedOf | undefined;
  cohort: string | undefined;
  /** The cohorts whose people one may see; null: all. */
  cohorts: readonly string[] | null;
  /** Who enrolled later is not meant. */
  upTo: string | undefined;
  /** What a part of one of the school's own fields says of them; null: whatever it says. */
  answer: Said | null;
  /** How they stand to another course; null: whatever else they are in. */
  other: Other | null;
}

/** Another course, as somebody of this one may stand to it. */
export interface Other {
  course: string;
  is: (typeof OTHER_COURSE)[number];
}

/** Where a page ended: the last row looked at, by what the order sorts by, and by its number. */
export interface PageEnd {
  key: string;
  number: string;
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
  number: string;
}

/** What each order sorts by, as its index has it. */
const KEYS: Record<
  RosterOrder,
  { key: RawBuilder<unknown>; type: RawBuilder<unknown>; down?: true }
> = {
  name: { key: sql`e.sort_name`, type: sql`text` },
  next: {
    key: sql`(case when e.next_opens is null then 'infinity' else e.next_opens end)`,
    type: sql`timestamptz`,
  },
  // Whose access has ended stands last.
  ends: {
    key: sql`(case when e.standing = 'ended' or e.access_until is null then 'infinity' else e.access_until end)`,
    type: sql`timestamptz`,
  },
  enrolled: { key: sql`e.enrolled_at`, type: sql`timestamptz`, down: true },
  seen: {
    key: sql`(case when e.seen_at is null then '-infinity' else e.seen_at end)`,
    type: sql`timestamptz`,
  },
};

/** Instants as the database writes them: what comes back from outside is looked at before it is compared with. */
const INSTANT = /^(-?infinity|\d{4,6}-\d\d-\d\d \d\d:\d\d:\d\d(\.\d{1,6})?\+00)$/;

/** Whether a page of this order could have ended there. */
export function isPageEnd(order: RosterOrder, { key, number }: PageEnd): boolean {
  return /^\d{1,18}$/.test(number) && (order === "name" || INSTANT.test(key));
}

/** So many rows are walked over first, and so many more where those did not fill the page. */
const SHORT_WALK = 1000;
const LONG_WALK = 2500;
/** Of so many people, in the order in which they enrolled, it is seen how common a name is. */
const SAMPLE = 300;
/** So many people of the school whose name matches are looked up by it; of more the list is walked along. */
export const FOUND_MOST = 2000;
/** From so many letters on names are found by an index. */
export const FINDABLE = 3;

/** A part of a name as a pattern, its own signs taken as they are. */
export const pattern = (find: string) =>
  `%${find
    .trim()
    .toLowerCase()
    .replaceAll(/[\\%_]/g, "\\$&")}%`;

/** What is asked for: a page of a course's people. */
export interface Asked {
  course: string;
  narrowing: Narrowing;
  order: RosterOrder;
  /** Where the page before ended; null: from the beginning. */
  after: PageEnd | null;
  most: number;
  /** The instant at which lines must hold. */
  at: string;
}

/** A page of a course's people, and where it ended; null: nobody comes after. */
export async function readRoster(
  tx: SchoolTransaction,
  asked: Asked,
): Promise<{ rows: RosterRow[]; end: PageEnd | null }> {
  const { course, narrowing, order, most } = asked;
  // Few need somebody, as a rule: they are found by their own index, whatever they are sorted by.
  const { standing } = narrowing;
  if (isNeed(standing)) {
    const few = await sql<{ number: string }>`
      select e.number::text from enrollment e
      where e.course_id = ${course} and ${NEEDING[standing](asked.at)} limit ${sql.lit(FOUND_MOST + 1)}
    `.execute(tx);
    if (few.rows.length <= FOUND_MOST && (narrowing.find ?? "").trim() === "") {
      const those = sql`and e.number = any (${few.rows.map(({ number }) => number)}::bigint[])`;
      return fullPage(await select(tx, { ...asked, most: most + 1 }, those), most);
    }
  }
  const find = narrowing.find?.trim() ?? "";
  // What few have answered is found by its index.
  if (narrowing.answer !== null) {
    const few = await enrolledWho(tx, narrowing.answer, FOUND_MOST);
    if (few !== null) {
      const those = sql`and ${few}
        ${find === "" ? sql`` : sql`and e.sort_name like ${pattern(find)}`}`;
      return fullPage(await select(tx, { ...asked, most: most + 1 }, those), most);
    }
  }
  const length = needsLooking(narrowing, order) ? SHORT_WALK : most + 1;
  const near = await walkAlong(tx, asked, length);
  if (near.rows.length === most || near.end === null) return near;
  // A name that many bear is met on the way; one that few bear is found by the index.
  if (find.length >= FINDABLE && !(await isCommon(tx, course, find))) {
    const people = await peopleCalled(tx, find);
    if (people.length <= FOUND_MOST) {
      const those = sql`and e.person_id = any (${people}::text[])`;
      return fullPage(await select(tx, { ...asked, most: most + 1 }, those), most);
    }
  }
  const left = { ...asked, after: near.end, most: most - near.rows.length };
  const on = await walkAlong(tx, left, LONG_WALK);
  return { rows: [...near.rows, ...on.rows], end: on.end };
}

/** Whether rows are walked over that do not match: none are where the index holds those that do, and no others. */
function needsLooking(
  { find, standing, cohort, cohorts, upTo, answer, other }: Narrowing,
  order: RosterOrder,
) {
  const byIndex = order === "name" ? 1 : 0;
  const narrowed = [standing, cohort].filter((one) => one !== undefined).length;
  return (
    isNeed(standing) ||
    (find ?? "").trim() !== "" ||
    cohorts !== null ||
    upTo !== undefined ||
    answer !== null ||
    other !== null ||
    narrowed > byIndex
  );
}

function fullPage(rows: RosterRow[], most: number): { rows: RosterRow[]; end: PageEnd | null } {
  const page = rows.slice(0, most);
  return { rows: page, end: rows.length > most ? endOf(page.at(-1)) : null };
}

const endOf = (row: RosterRow | undefined): PageEnd | null =>
  row ? { key: row.key, number: row.number } : null;

export const isNeed = (standing: string | undefined): standing is NeedOf =>
  (NEEDS as readonly (string | undefined)[]).includes(standing);

/** Whom somebody should look after, each as its index has it. */
export const NEEDING: Record<NeedOf, (at: string) => RawBuilder<unknown>> = {
  late: (at) => sql`(e.standing = 'open' and e.next_due is not null
    and e.next_due <= ${at}::timestamptz)`,
  ending: (at) => sql`(e.standing = 'open'
    and (case when e.standing = 'ended' or e.access_until is null then 'infinity' else e.access_until end)
      between ${at}::timestamptz and ${at}::timestamptz + make_interval(days => ${sql.lit(ENDING_DAYS)}))`,
  // Who has just come in was not here for long either, and is not meant.
  quiet: (at) => sql`(e.standing = 'open' and e.todo > 0
    and (case when e.seen_at is null then '-infinity' else e.seen_at end)
      < ${at}::timestamptz - make_interval(days => ${sql.lit(QUIET_DAYS)})
    and e.access_from < ${at}::timestamptz - make_interval(days => ${sql.lit(QUIET_DAYS)}))`,
};

/** What everybody on the page must be. */
function conditions(
  { standing, cohort, cohorts, upTo, answer, other }: Narrowing,
  at: string,
): RawBuilder<unknown> {
  return sql`
    ${standing === undefined ? sql`` : isNeed(standing) ? sql`and ${NEEDING[standing](at)}` : standing === "finished" ? sql`and e.finished_at is not null` : sql`and e.standing = ${standing}`}
    ${cohort === undefined ? sql`` : sql`and e.cohort_id = ${cohort}`}
    ${cohorts === null ? sql`` : sql`and e.cohort_id = any (${cohorts}::text[])`}
    ${upTo === undefined ? sql`` : sql`and e.enrolled_at <= ${upTo}::timestamptz`}
    ${answer === null ? sql`` : sql`and ${saysOfEnrolled(answer)}`}
    ${other === null ? sql`` : sql`and ${standsTo(other, cohorts)}`}
  `;
}

/** How the person of `e` stands to another course, as far as one may see its people. */
export const standsTo = ({ course, is }: Other, cohorts: readonly string[] | null) => sql`
  ${is === "not-in" ? sql`not` : sql``} exists (select from enrollment o
    where o.person_id = e.person_id and o.course_id = ${course}
      and ${is === "finished" ? sql`o.finished_at is not null` : sql`o.standing <> 'ended'`}
      ${cohorts === null ? sql`` : sql`and o.cohort_id = any (${cohorts}::text[])`})`;

function beyond(order: RosterOrder, after: PageEnd | null): RawBuilder<unknown> {
  const { key, type, down } = KEYS[order];
  if (!after) return sql``;
  return sql`and (${key}, e.number) ${down ? sql`<` : sql`>`} (${after.key}::${type}, ${after.number}::bigint)`;
}

const sorted = (order: RosterOrder) => {
  const { key, down } = KEYS[order];
  return down ? sql`${key} desc, e.number desc` : sql`${key}, e.number`;
};

/** The columns of a row of `e` and its person `p`. */
const columns = (order: RosterOrder, at: string) => sql`
  e.id, e.person_id as person, p.name, e.time_zone as "timeZone", e.cohort_id as cohort,
  e.enrolled_at as "enrolledAt", e.standing, e.access_from as "from", e.access_until as until,
  e.done, e.required as of, e.finished_at as "finishedAt", e.next_opens as "nextOpens",
  e.next_item as "nextItem", e.seen_at as "seenAt",
  coalesce(e.pinned_version, c.current_version) as version, ${holdsAt(at)} as holds,
  (${KEYS[order].key})::text as key, e.number::text as number
`;
const JOINED = sql`
  join course c on c.school_id = e.school_id and c.id = e.course_id
  join person p on p.school_id = e.school_id and p.id = e.person_id
`;

async function select(
  tx: SchoolTransaction,
  { course, narrowing, order, after, most, at }: Asked,
  those: RawBuilder<unknown>,
): Promise<RosterRow[]> {
  const { rows } = await sql<RosterRow>`
    select ${columns(order, at)} from enrollment e ${JOINED}
    where e.course_id = ${course} ${those} ${conditions(narrowing, at)} ${beyond(order, after)}
    order by ${sorted(order)} limit ${sql.lit(most)}
  `.execute(tx);
  return rows;
}

/**
 * Goes along the order's index so many rows, and answers those that match. By name the index of a standing, or of a
 * cohort, is walked along, so that all rows are of it.
 */
async function walkAlong(
  tx: SchoolTransaction,
  { course, narrowing, order, after, most, at }: Asked,
  walk: number,
): Promise<{ rows: RosterRow[]; end: PageEnd | null }> {
  const { standing, cohort } = narrowing;
  const find = narrowing.find?.trim() ?? "";
  const along =
    order !== "name"
      ? sql``
      : standing === "finished"
        ? sql`and e.finished_at is not null`
        : standing !== undefined
          ? sql`and e.standing = ${isNeed(standing) ? "open" : standing}`
          : cohort !== undefined
            ? sql`and e.cohort_id = ${cohort}`
            : sql``;
  const { rows } = await sql<RosterRow & { walked: number; lastKey: string; lastNumber: string }>`
    with walked as materialized (
      select e.id, e.number, e.person_id, e.sort_name, e.standing, e.cohort_id, e.finished_at, e.enrolled_at,
        e.todo, e.next_due, e.seen_at, e.access_from, e.access_until,
        (${KEYS[order].key}) as k, row_number() over (order by ${sorted(order)}) as n
      from enrollment e
      where e.course_id = ${course} ${along} ${beyond(order, after)}
      order by ${sorted(order)} limit ${sql.lit(walk)}
    ), page as materialized (
      select e.id, e.n from walked e
      where true ${conditions(narrowing, at)}
      ${find === "" ? sql`` : sql`and e.sort_name like ${pattern(find)}`}
      order by e.n limit ${sql.lit(most)}
    ), last as materialized (
      select n as walked, k::text as "lastKey", number::text as "lastNumber"
      from walked order by n desc limit 1
    )
    select shown.*, last.* from last left join (
      select ${columns(order, at)}, page.n from page
      join enrollment e on e.id = page.id and e.course_id = ${course} ${JOINED}
    ) shown on true
    order by shown.n
  `.execute(tx);
  const [first] = rows;
  if (!first) return { rows: [], end: null };
  const page = rows.filter(({ id }) => id !== null);
  const isOver = Number(first.walked) < walk;
  const last = page.at(-1);
  if (page.length === most)
    return { rows: page, end: isOver && last?.number === first.lastNumber ? null : endOf(last) };
  return { rows: page, end: isOver ? null : { key: first.lastKey, number: first.lastNumber } };
}

/** When items open for some enrollments, in order; those that wait are left out. */
export async function readOpenings(
  tx: SchoolTransaction,
  enrollments: readonly string[],
  items: readonly string[],
): Promise<Map<string, string[]>> {
  const { rows } = await sql<{ enrollment: string; opens: string }>`
    select enrollment_id as enrollment, opens from opening
    where enrollment_id = any (${enrollments}::text[]) and item_id = any (${items}::text[])
      and opens is not null
    order by enrollment_id, opens
  `.execute(tx);
  const found = new Map<string, string[]>();
  for (const { enrollment, opens } of rows)
    found.set(enrollment, [...(found.get(enrollment) ?? []), opens]);
  return found;
}

/** Whether a hundredth or more of a course's people bear a name, as a sample of them shows. */
async function isCommon(tx: SchoolTransaction, course: string, find: string): Promise<boolean> {
  const { rows } = await sql<{ found: number }>`
    with sample as materialized (
      select e.sort_name from enrollment e where e.course_id = ${course}
      order by e.enrolled_at, e.number limit ${sql.lit(SAMPLE)}
    )
    select count(*)::integer as found from sample where sort_name like ${pattern(find)}
  `.execute(tx);
  return (rows[0]?.found ?? 0) * 100 >= SAMPLE;
}

/** The people of the school whose name has a part, so many at the most and one more. */
export async function peopleCalled(tx: SchoolTransaction, find: string): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select id from people_called(${pattern(find)}, ${FOUND_MOST + 1})
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

/** Whether somebody's line in a course does not hold at an instant. */
export async function isSettling(tx: SchoolTransaction, course: string, at: string) {
  const { rows } = await sql<{ settling: boolean }>`
    select exists (select from unheld_in(${course}, ${at}::timestamptz, 1)) as settling
  `.execute(tx);
  return rows[0]?.settling ?? false;
}
