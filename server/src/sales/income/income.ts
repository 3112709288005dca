/** Income by month, from every order's own events (orders.md, "Income"): worked out in a thread, kept where it takes long. */
import type { Income, incomeQuery } from "@dawngate/contract/sales";
import { IncomeBook, parseMonth, writeMonth } from "@dawngate/core/sales/orders";
import type { Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { keptAWhile } from "../../base/kept-a-while";
import { ProblemError } from "../../base/problem";
import type { Database, SchoolId } from "../../db/connection";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { readSchool } from "../../school/store";
import { monthAt } from "../months";
import { readOrder } from "../order-store";
import { membershipOf } from "../running/course-access";
import { orderFile } from "../running/order-file";
import { INCOME } from "../tasks";
import { countPaid, paidOrders, readNames } from "./income-store";
import { readWayIn, wayInOf, writeWayIn } from "./way-in";

/** Months before and after this one, unless others are asked for; and so many at most. */
const BEFORE = 11;
const AFTER = 6;
const MONTHS_MOST = 60;
/** So many orders are worked out at each asking; of more the answer is kept for a while. */
const MANY = 300;
const KEPT_FOR = 60_000;
/** So many orders are read in one transaction. */
const AT_A_TIME = 200;

const kept = keptAWhile<Income>(100, KEPT_FOR);

export async function showIncome(
  { db, threads }: Pick<Services, "db" | "threads">,
  context: Context,
  query: z.output<typeof incomeQuery>,
): Promise<Income> {
  const { school, now } = context;
  const { thisMonth, many } = await reading(db, context, async (tx) => ({
    thisMonth: monthAt((await readSchool(tx)).time_zone, now),
    many: (await countPaid(tx, MANY)) > MANY,
  }));
  const from = query.from === undefined ? thisMonth - BEFORE : (parseMonth(query.from) ?? 0);
  const to = query.to === undefined ? thisMonth + AFTER : (parseMonth(query.to) ?? 0);
  if (to < from || to - from >= MONTHS_MOST)
    throw new ProblemError(
      400,
      `Ask for one to ${MONTHS_MOST} months, the last not before the first.`,
      [{ path: "to", reason: `From 1 to ${MONTHS_MOST} months` }],
    );
  const key = JSON.stringify([school, from, to]);
  return kept(key, many, () => threads.run(INCOME, { school, from, to, now }));
}

/** All paid orders of a school in one book, some at a time, so that nothing is held for long. */
export async function incomeIn(
  db: Database,
  { school, from, to, now }: { school: SchoolId; from: number; to: number; now: Instant },
): Promise<Income> {
  const about = await db.readSchool(school, (tx) => readSchool(tx));
  const book = new IncomeBook(now, from, to, {
    timeZone: about.time_zone,
    series: { invoice: "", creditNote: "" },
  });
  let orders = 0;
  for (let after = ""; ; ) {
    const ids = await db.readSchool(school, async (tx) => {
      const some = await paidOrders(tx, after, AT_A_TIME);
      for (const id of some) {
        const order = await readOrder(tx, id);
        // What was sold in another currency, before the school changed its own, is not added to this one.
        if (order?.currency !== about.currency) continue;
        const file = await orderFile(tx, order, { school, now });
        book.add(file, writeWayIn(wayInOf(file, order, now)));
      }
      return some;
    });
    orders += ids.length;
    after = ids.at(-1) ?? after;
    if (ids.length < AT_A_TIME) break;
  }
  const figures = book.close();
  const rows = figures.rows.map(({ mark, ...row }) => ({ ...row, wayIn: readWayIn(mark) }));
  const names = await db.readSchool(school, (tx) =>
    readNames(tx, {
      listings: [...new Set(figures.rows.map(({ listing }) => listing))],
      courses: [...new Set(figures.rows.map(({ course }) => course))],
      cohorts: [...new Set(figures.rows.flatMap(({ cohort }) => cohort ?? []))],
      partners: [...new Set(rows.flatMap(({ wayIn: { partner } }) => partner ?? []))],
    }),
  );
  const named = (kind: string, id: string) => names.get(`${kind} ${id}`) ?? id;
  return {
    at: figures.at,
    currency: about.currency,
    thisMonth: writeMonth(monthAt(about.time_zone, now)),
    months: figures.months,
    rows: rows.map(({ listing, course, cohort, wayIn: { partner, renewed }, months }) => ({
      listing: { id: listing, title: named("listing", listing) },
      course: {
        id: course,
        title:
          course === membershipOf(listing) ? named("listing", listing) : named("course", course),
      },
      cohort: cohort === null ? null : { id: cohort, name: named("cohort", cohort) },
      partner: partner === null ? null : { id: partner, name: named("partner", partner) },
      renewed,
      months,
    })),
    usual: book.usual,
    orders,
  };
}
