/** A school's income without anything kept: from all of its orders, one after the other, as the core has it. */
import type { Income } from "@dawngate/contract/sales";
import { IncomeBook, type Orders, parseMonth } from "@dawngate/core/sales/orders";
import type { Instant } from "@dawngate/core/time";
import { readOrder } from "../../src/sales/order-store";
import { orderFile } from "../../src/sales/running/order-file";
import type { Selling } from "./selling";

const PAPERS: { timeZone: string; series: Orders["series"] } = {
  timeZone: "UTC",
  series: { invoice: "", creditNote: "" },
};

export async function incomeByBook(
  { owned }: Selling,
  now: Instant,
  from: string,
  to: string,
): Promise<Pick<Income, "months" | "usual"> & { rows: object[] }> {
  const book = new IncomeBook(now, parseMonth(from) ?? 0, parseMonth(to) ?? 0, PAPERS);
  await owned.test_.db.withSchool(owned.school, async (tx) => {
    const paid = await tx
      .selectFrom("sales_order")
      .select("id")
      .where("paid_at", "is not", null)
      .execute();
    for (const { id } of paid) {
      const order = await readOrder(tx, id);
      if (order) book.add(await orderFile(tx, order, { school: owned.school, now }));
    }
  });
  const { months, rows } = book.close();
  return { months, rows, usual: book.usual };
}

/** What the server says of some months is what the book says. */
export async function expectIncome(
  selling: Selling,
  now: Instant,
  from: string,
  to: string,
): Promise<Income> {
  const said = await selling.owned.ask<Income>("GET", `/schools/one/income?from=${from}&to=${to}`);
  const book = await incomeByBook(selling, now, from, to);
  expect(said.behind).toBe(0);
  expect(said.months).toEqual(book.months);
  expect(said.usual).toEqual(book.usual);
  // The book does not part orders by whose link they came, or whether they renew.
  const summed = new Map<string, { months: number[][] }>();
  for (const { listing, course, cohort, months } of said.rows) {
    const key = JSON.stringify([listing.id, course.id, cohort?.id ?? null]);
    const figures = months.map((one) => [one.received, one.due, one.earned, one.deferred]);
    const before = summed.get(key);
    summed.set(key, {
      months: before
        ? before.months.map((row, i) => row.map((sum, k) => sum + (figures[i]?.[k] ?? 0)))
        : figures,
    });
  }
  expect([...summed]).toEqual(
    (book.rows as Rows).map(({ listing, course, cohort, months }) => [
      JSON.stringify([listing, course, cohort]),
      { months: months.map((one) => [one.received, one.due, one.earned, one.deferred]) },
    ]),
  );
  return said;
}

type Rows = {
  listing: string;
  course: string;
  cohort: string | null;
  months: { received: number; due: number; earned: number; deferred: number }[];
}[];
