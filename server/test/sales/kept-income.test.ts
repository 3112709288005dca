/**
 * What is kept of each order's income follows whatever changes it: money, access, time alone, the school's clock. It is
 * compared with the book of income, which keeps nothing.
 */
import type { Income } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { system } from "../../src/db/who";
import { keepIncome } from "../../src/sales/income/keep";
import { expectIncome } from "../helpers/income";
import { MONTHLY, members } from "../helpers/members";
import { instant } from "../helpers/sample";
import {
  type Bought,
  forDays,
  IN_THREE,
  ONCE,
  type Selling,
  sellingSchool,
  somebody,
} from "../helpers/selling";

let school: Selling;
let now: Instant = instant("2027-03-10T12:00:00Z");
beforeAll(async () => {
  school = await sellingSchool(() => now);
});
afterAll(() => school.owned.test_.close());

const same = () => expectIncome(school, now, "2027-02", "2029-02");
const on = (text: string) => {
  now = instant(text);
};
const figures = async () => (await same()).months;
/** Looks, has something done, and looks again: whether anything is another. */
async function changes(work: () => Promise<unknown>): Promise<boolean> {
  const before = await figures();
  await work();
  return JSON.stringify(await figures()) !== JSON.stringify(before);
}
const all = <T>(work: Parameters<typeof school.owned.test_.db.withSchool<T>>[1]) =>
  school.owned.test_.db.withSchool({ school: school.owned.school, who: system("t") }, work);
const keep = (most = Number.MAX_SAFE_INTEGER) =>
  keepIncome(school.owned.test_.db, {
    ...{ school: school.owned.school, now },
    ...{ most, turn: 60_000 },
  });

const members_ = members(() => school);
let listing = "";
let inParts: Bought;
let teamOrder: Bought;

test("what was bought at once, in parts, by the month, by several and as a member is in it as soon as it is paid", async () => {
  listing = await school.onSale("At once", { validity: [forDays(60)] });
  const parts = await school.onSale("In parts", { ...IN_THREE, validity: [forDays(90)] });
  const monthly = { id: "m", kind: "subscription", amount: 1500, every: "P1M", default: true };
  const running = await school.onSale("Monthly", { options: [monthly] });
  const team = await school.onSale("Team", { teams: true, validity: [forDays(30)] });
  expect(await changes(() => school.bought("Ines", listing))).toBe(true);
  inParts = await school.bought("Noa", parts, {
    ...{ option: "three", seen: { total: 20_100, dueNow: 6700 } },
  });
  await school.bought("Uri", running, { option: "m", seen: { total: 1500, dueNow: 1500 } });
  teamOrder = await school.bought("Tessa", team, {
    ...{ seats: 2, seen: { total: 39_800, dueNow: 39_800 } },
  });
  const bread = await members_.membership("All breads", { options: [MONTHLY] });
  await members_.joins("Mara", bread);
  const { orders, rows } = await same();
  expect(orders).toBe(5);
  expect(rows).toHaveLength(5);
});

test("nothing is worked out again where nothing has happened", async () => {
  await same();
  const looks = () => all((tx) => tx.selectFrom("income_look").select("id").execute());
  expect(await looks()).toEqual([]);
  expect(await keep()).toBe(false);
  // A page that is looked at, and an order that is, change nothing.
  await school.order(inParts);
  expect(await looks()).toEqual([]);
});

test("days of access that begin, move, stand still and go on move what is earned", async () => {
  // Nobody has a seat yet: nothing of it is earned.
  const { secret, order } = teamOrder;
  const give = async (name: string) => {
    const body = { secret, people: [somebody(name)] };
    const answer = await school.owned.app.ask(
      null,
      "POST",
      `/schools/one/orders/${order}/seats`,
      body,
    );
    expect(`${answer.status} ${await answer.text()}`).toMatch(/^200/);
  };
  on("2027-03-15T12:00:00Z");
  expect(await changes(() => give("Adal"))).toBe(true);
  on("2027-03-20T12:00:00Z");
  await give("Borka");
  await same();
  const find = async (name: string) => {
    const path = `/schools/one/courses/c/people?find=${name}`;
    const found = await school.owned.ask<{ people: { enrollment: string }[] }>("GET", path);
    return found.people[0]?.enrollment ?? "";
  };
  const act = async (name: string, act: object) =>
    school.owned.ask("POST", "/schools/one/courses/c/acts", {
      ...{ enrollments: [await find(name)], key: JSON.stringify([name, act]).slice(0, 80), act },
    });
  /** Ticks the first lesson, or takes it back. */
  const ticks = async (name: string, done: boolean) => {
    const lesson = `/schools/one/shelf/${await find(name)}/lessons/l1`;
    const answer = await school.owned.app.ask(`${name}@example.org`, "PUT", lesson, {
      ...{ done, key: `tick-of-${name}-${done}` },
    });
    expect(answer.status).toBe(200);
  };
  // Of several seats the one counts that is furthest, whose days are others.
  await ticks("adal", true);
  expect(
    await changes(() => act("borka", { type: "extended", add: "P50D", reason: "Was ill" })),
  ).toBe(false);
  expect(
    await changes(async () => {
      await ticks("adal", false);
      await ticks("borka", true);
    }),
  ).toBe(true);
  expect(
    await changes(() => act("ines", { type: "extended", add: "P14D", reason: "Was ill" })),
  ).toBe(true);
  await act("ines", { type: "paused", reason: "Away" });
  await same();
  on("2027-03-28T12:00:00Z");
  await act("ines", { type: "resumed", reason: "Back" });
  await same();
});

test("time alone: a part that nobody pays shuts access and ends the order, and a period begins, with nobody there", async () => {
  // The second part falls due on 10 April; thirty days after it the order is over.
  on("2027-04-11T12:00:00Z");
  const due = (months: Income["months"]) => months.reduce((sum, one) => sum + one.due, 0);
  expect(due((await same()).months)).toBeGreaterThan(0);
  on("2027-05-12T12:00:00Z");
  expect(due((await same()).months)).toBe(0);
  const kept = await all((tx) =>
    tx
      .selectFrom("order_income_row")
      .select("months")
      .where("order_id", "=", inParts.order)
      .executeTakeFirstOrThrow(),
  );
  // Nothing of it is asked for any more.
  expect(kept.months.due).toEqual([]);
});

test("what is given back, by a round or by whoever looks, is out of it", async () => {
  const back = await school.bought("Zoe", listing);
  expect(
    await changes(async () => {
      await school.owned.ask("POST", `/schools/one/orders/${back.order}/refunds`, {
        ...{ key: "back-whole-order", policy: "full", seen: { amount: 19_900, off: 0 } },
      });
      // The round has it before anybody looks.
      expect(await keep()).toBe(false);
    }),
  ).toBe(true);
});

test("another clock of the school is another day for everybody", async () => {
  await same();
  await school.owned.ask("PATCH", "/schools/one", { timeZone: "Pacific/Auckland" });
  const [all_] = await all((tx) => tx.selectFrom("income_look").select("order_id").execute());
  expect(all_).toEqual({ order_id: null });
  await same();
  await school.owned.ask("PATCH", "/schools/one", { timeZone: "Europe/Lisbon" });
  await same();
});

test("two servers at once, with a round beside them, count everything once", async () => {
  const made = await Promise.all(
    Array.from({ length: 12 }, (_, i) => school.bought(`Many${i}`, listing)),
  );
  const ask = () => school.owned.ask<Income>("GET", "/schools/one/income");
  await Promise.all([keep(3), ask(), keep(5), ask(), keep()]);
  const { orders } = await same();
  expect(orders).toBe(6 + made.length);
});

test("where more has changed than can be worked out while somebody waits, it says so, and rounds do the rest", async () => {
  const before = await same();
  // Marks of orders that are not there: they are worked out to nothing.
  await all((tx) =>
    tx
      .insertInto("income_look")
      .values(
        Array.from({ length: 700 }, (_, i) => ({
          ...{ school_id: school.owned.school, order_id: `nobody-${i}` },
        })),
      )
      .execute(),
  );
  const asked = () =>
    school.owned.ask<Income>("GET", "/schools/one/income?from=2027-02&to=2029-02");
  const first = await asked();
  expect(first.behind).toBe(400);
  expect(first.months).toEqual(before.months);
  expect((await asked()).behind).toBe(100);
  expect(await school.owned.test_.db.schoolsToKeepIncome("2027-05-12T12:00:00Z")).toEqual([
    school.owned.school,
  ]);
  expect(await keep()).toBe(false);
  expect((await asked()).behind).toBe(0);
  expect(await school.owned.test_.db.schoolsToKeepIncome("2027-05-12T12:00:00Z")).toEqual([]);
});

test("what was sold in another currency is not added to this one, and stands there when it is the school's again", async () => {
  const euros = await same();
  await school.owned.ask("PATCH", "/schools/one", { currency: "JPY" });
  const yen = await school.owned.ask<Income>("GET", "/schools/one/income");
  expect(yen).toMatchObject({ currency: "JPY", orders: 0, rows: [] });
  await school.owned.ask("PATCH", "/schools/one", { currency: "EUR" });
  expect((await same()).months).toEqual(euros.months);
});

test("an order that cannot be read is named, and stops no other; read again, it is in the figures", async () => {
  const before = await same();
  const broken = await school.bought("Bruno", listing);
  const good = (await same()).months;
  const [row] = await all((tx) =>
    tx.selectFrom("sales_order").select("quote").where("id", "=", broken.order).execute(),
  );
  const put = (quote: object) =>
    all((tx) =>
      tx
        .updateTable("sales_order")
        .set({ quote: JSON.stringify(quote) })
        .where("id", "=", broken.order)
        .execute(),
    );
  const ask = () => school.owned.ask<Income>("GET", "/schools/one/income?from=2027-02&to=2029-02");
  await put({ ...row?.quote, schedule: [{ due: "2020-01-01", amount: 19_900, tax: 0 }] });
  const without = await ask();
  expect(without).toMatchObject({ unread: [broken.order], behind: 0, orders: before.orders });
  expect(without.months).toEqual(before.months);
  // The round goes on past it too.
  await school.bought("Bela", listing);
  expect(await keep()).toBe(false);
  expect((await ask()).orders).toBe(before.orders + 1);
  await put(row?.quote ?? {});
  const { unread, months } = await same();
  expect(unread).toEqual([]);
  expect(months).not.toEqual(good);
});

test("months later than are worked out are refused; what reaches there is worked out again within a year", async () => {
  const far = await school.owned.app.ask(
    "owner@example.org",
    "GET",
    "/schools/one/income?from=2032-01&to=2032-06",
  );
  expect(far.status).toBe(400);
  expect(await far.text()).toContain("2032-05");
  await school.owned.ask("GET", "/schools/one/income?from=2032-01&to=2032-05");
  // Four years on: the subscription is over or runs, its months ahead are there.
  on("2031-05-12T12:00:00Z");
  await expectIncome(school, now, "2031-01", "2035-12");
});

test("the pages behind a month's figures end, whoever is looked for", async () => {
  const query = "month=2027-03&by=renewed&of=yes";
  const page = await school.owned.ask<{ orders: object[]; next: string | null }>(
    "GET",
    `/schools/one/income/orders?${query}`,
  );
  expect(page).toEqual({ orders: [], next: null });
  // ONCE is what all others were sold for.
  expect(ONCE.amount).toBe(19_900);
});
