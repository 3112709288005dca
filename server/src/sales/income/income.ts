/** Income by month, from every order's own events (orders.md, "Income"): read from the sums of what each order brings. */
import type { Income, incomeQuery } from "@dawngate/contract/sales";
import { parseMonth, usualDays, writeMonth } from "@dawngate/core/sales/orders";
import { formatDate, formatInstant, localDateAt, zoneOf } from "@dawngate/core/time";
import type { z } from "zod";
import { ProblemError } from "../../base/problem";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { readSchool } from "../../school/store";
import { monthAt } from "../months";
import { membershipOf } from "../running/course-access";
import { FRESHEN_INCOME } from "../tasks";
import { behindIn, MONTHS_AHEAD } from "./keep";
import { readFaulty, readSums, readUsual, type SumRow } from "./kept-store";
import { readNames } from "./names-store";
import { markOf } from "./way-in";

/** Months before and after this one, unless others are asked for; and so many at most. */
const BEFORE = 11;
const AFTER = 6;
const MONTHS_MOST = 60;
/** So many orders that cannot be read are named. */
const UNREAD_MOST = 20;
/** While somebody waits so many orders are worked out again, or for so many milliseconds; rounds do the rest. */
const AT_ONCE = { most: 300, turn: 1500 };

/** What orders bring is as it is now, or as far as it can be had at once. */
export async function freshenIncome(
  { db, threads }: Pick<Services, "db" | "threads">,
  { school, now, who }: Context,
): Promise<void> {
  // Not from a copy: what was written just now is looked for.
  if ((await db.readSchool({ school, who }, (tx) => behindIn(tx, now, 1))) > 0)
    await threads.run(FRESHEN_INCOME, { school, now, ...AT_ONCE });
}

export async function showIncome(
  services: Pick<Services, "db" | "threads">,
  context: Context,
  query: z.output<typeof incomeQuery>,
): Promise<Income> {
  const { now } = context;
  await freshenIncome(services, context);
  return reading(services.db, { ...context, lagging: false }, async (tx) => {
    const { currency, time_zone: timeZone } = await readSchool(tx);
    const thisMonth = monthAt(timeZone, now);
    const { from, to } = monthsAsked(query, thisMonth);
    const found = (await readSums(tx, { currency, from, to })).sort(byPlace);
    const usual = usualDays(localDateAt(zoneOf(timeZone), now));
    const names = await readNames(tx, {
      listings: [...new Set(found.map(({ listing }) => listing))],
      courses: [...new Set(found.map(({ course }) => course))],
      cohorts: [...new Set(found.map(({ cohort }) => cohort))],
      partners: [...new Set(found.map(({ partner }) => partner))],
    });
    const named = (kind: string, id: string) => names.get(`${kind} ${id}`) ?? id;
    const rows = found.map(({ listing, course, cohort, partner, renewed, ...sums }) => ({
      listing: { id: listing, title: named("listing", listing) },
      course: {
        id: course,
        title:
          course === membershipOf(listing) ? named("listing", listing) : named("course", course),
      },
      cohort: cohort === "" ? null : { id: cohort, name: named("cohort", cohort) },
      partner: partner === "" ? null : { id: partner, name: named("partner", partner) },
      renewed,
      months: monthsOf(sums, from, to),
    }));
    return {
      at: formatInstant(now),
      currency,
      thisMonth: writeMonth(thisMonth),
      months: wholeMonths(found, rows, from, to),
      rows,
      usual: await readUsual(tx, {
        currency,
        from: formatDate(usual.from),
        through: formatDate(usual.through),
      }),
      orders: found.reduce((all, { orders }) => all + orders, 0),
      behind: await behindIn(tx, now),
      unread: await readFaulty(tx, UNREAD_MOST),
    };
  });
}

function monthsAsked(query: z.output<typeof incomeQuery>, thisMonth: number) {
  const from = query.from === undefined ? thisMonth - BEFORE : (parseMonth(query.from) ?? 0);
  const to = query.to === undefined ? thisMonth + AFTER : (parseMonth(query.to) ?? 0);
  if (to < from || to - from >= MONTHS_MOST)
    throw new ProblemError(
      400,
      `Ask for one to ${MONTHS_MOST} months, the last not before the first.`,
      [{ path: "to", reason: `From 1 to ${MONTHS_MOST} months` }],
    );
  if (to > thisMonth + MONTHS_AHEAD)
    throw new ProblemError(
      400,
      `Ask for no month later than ${writeMonth(thisMonth + MONTHS_AHEAD)}.`,
      [{ path: "to", reason: `At most ${MONTHS_AHEAD} months from now` }],
    );
  return { from, to };
}

type MonthOfRow = Income["rows"][number]["months"][number];

function monthsOf({ before, months }: Pick<SumRow, "before" | "months">, from: number, to: number) {
  let deferred = before;
  return Array.from({ length: to - from + 1 }, (_, i): MonthOfRow => {
    const [received, due, earned] = months[from + i] ?? [0, 0, 0];
    deferred += received - earned;
    return { month: writeMonth(from + i), received, due, earned, deferred };
  });
}

/** All rows together; tax stands with whole orders. */
function wholeMonths(
  found: readonly SumRow[],
  rows: readonly { months: MonthOfRow[] }[],
  from: number,
  to: number,
): Income["months"] {
  return Array.from({ length: to - from + 1 }, (_, i) => {
    const sum = (of: "received" | "due" | "earned" | "deferred") =>
      rows.reduce((all, { months }) => all + (months[i] as MonthOfRow)[of], 0);
    const taxes = (of: 3 | 4) =>
      found.reduce((all, { months }) => all + (months[from + i]?.[of] ?? 0), 0);
    return {
      month: writeMonth(from + i),
      received: sum("received"),
      due: sum("due"),
      earned: sum("earned"),
      deferred: sum("deferred"),
      tax: taxes(3),
      dueTax: taxes(4),
    };
  });
}

/** By listing, course, cohort (in none first), then as the book of income has its marks. */
function byPlace(a: SumRow, b: SumRow): number {
  const mark = ({ partner, renewed }: SumRow) =>
    markOf({ partner: partner === "" ? null : partner, renewed });
  return (
    compare(a.listing, b.listing) ||
    compare(a.course, b.course) ||
    compare(a.cohort, b.cohort) ||
    compare(mark(a), mark(b))
  );
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
