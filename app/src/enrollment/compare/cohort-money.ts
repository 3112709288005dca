/** What cohorts brought, from the school's income by month. */
import type { Income } from "@dawngate/contract/sales";
import { monthAfter } from "../../sales/income/income-rows";

/** Income is asked for by so many months at the most. */
const MOST = 60;
/** So many months a cohort may be sold ahead of its first day, and fall due after today. */
const AHEAD = 12;

/** The months in which these cohorts can have brought anything: five years at the most. */
export function monthsOf(starts: readonly string[], today: string): { from: string; to: string } {
  const months = starts.map((day) => day.slice(0, 7)).sort();
  const to = monthAfter([...months, today.slice(0, 7)].sort().at(-1) ?? today.slice(0, 7), AHEAD);
  const from = monthAfter(months[0] ?? today.slice(0, 7), -AHEAD);
  const earliest = monthAfter(to, 1 - MOST);
  return { from: from < earliest ? earliest : from, to };
}

/** Received and still due, net of tax, in minor units. */
export function moneyOf(income: Pick<Income, "rows">, course: string, cohort: string) {
  const sums = { received: 0, due: 0 };
  for (const row of income.rows) {
    if (row.course.id !== course || row.cohort?.id !== cohort) continue;
    for (const { received, due } of row.months) {
      sums.received += received;
      sums.due += due;
    }
  }
  return sums;
}
