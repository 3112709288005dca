/** What ends when, and what hangs on it: by what was bought, in the school's months, and who they are. */
import type { Ending, EndingPeople } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import {
  type Bought,
  forDays,
  ONCE,
  type Selling,
  sellingSchool,
  through,
} from "../helpers/selling";

const RENEWAL = { id: "again", kind: "once", amount: 4_900, renewal: true };
let school: Selling;
let now: Instant;
beforeEach(async () => {
  now = instant("2027-03-10T12:00:00Z");
  school = await sellingSchool(() => now);
});
afterEach(() => school.owned.test_.close());

/** Once every line is worked out. */
async function ending(): Promise<Ending> {
  await school.owned.app.workOff();
  return school.owned.ask<Ending>("GET", "/schools/one/ending");
}
/** The sample's own people are in without having bought. */
const bought = ({ rows }: Ending) => rows.filter(({ listing }) => listing !== null);
const peopleIn = (month: string, more = "") =>
  school.owned.ask<EndingPeople>("GET", `/schools/one/ending/people?month=${month}${more}`);
const rowOf = ({ rows }: Ending, title: string | null, cancelled = false) =>
  rows.find((row) => (row.listing?.title ?? null) === title && row.cancelled === cancelled);
const cancels = ({ order, secret }: Bought) =>
  school.owned.app.ask(null, "POST", `/schools/one/orders/${order}/cancelled`, { secret });

test("this month and the twelve after it; who is in without having bought stands apart, with nothing that hangs on it", async () => {
  const { rows, months } = await ending();
  expect(rows).toEqual([
    {
      ...{ listing: null, cancelled: false, price: null },
      months: [{ month: "2027-06", people: 2, hangs: 0 }],
    },
  ]);
  expect((await peopleIn("2027-06", "&listing=")).people).toHaveLength(2);
  expect([months.length, months[0], months.at(-1)]).toEqual([13, "2027-03", "2028-03"]);
  expect(await peopleIn("2027-03")).toEqual({ people: [], next: null });
});

test("whoever bought days stands in the month of their last one, with what renewing costs them today", async () => {
  const days = await school.onSale("Thirty days", {
    validity: [forDays(30)],
    options: [ONCE, RENEWAL],
  });
  await school.bought("Alma", days);
  await school.bought("Bela", days);
  const other = await school.onSale("Through April", { validity: [through("2027-04-30")] });
  await school.bought("Cleo", other);
  const found = await ending();
  // 9 April is the last of thirty days and the rest of the first.
  expect(rowOf(found, "Thirty days")).toMatchObject({
    price: 4_900,
    months: [{ month: "2027-04", people: 2, hangs: 9_800 }],
  });
  // Midnight after the 30th is still April's; no way is made for renewals, so the usual one is.
  expect(rowOf(found, "Through April")).toMatchObject({
    price: 19_900,
    months: [{ month: "2027-04", people: 1, hangs: 19_900 }],
  });
  const { people } = await peopleIn("2027-04");
  const names = people.map(({ name }) => name);
  // The first two end at one instant: neither is before the other.
  expect([names.slice(0, 2).sort(), names.slice(2)]).toEqual([["Alma", "Bela"], ["Cleo"]]);
  expect((await peopleIn("2027-05")).people).toEqual([]);
  expect((await peopleIn("2027-04", `&listing=${other}`)).people.map(({ name }) => name)).toEqual([
    "Cleo",
  ]);
});

test("who renews is of the later month, and of that order's listing alone", async () => {
  const listing = await school.onSale("Renewed", {
    validity: [forDays(30)],
    options: [ONCE, RENEWAL],
  });
  const who = "nina@example.org";
  const first = await school.press(who, listing, {});
  await school.tell(first.order, "paid", "ch-first");
  expect(rowOf(await ending(), "Renewed")?.months).toMatchObject([{ month: "2027-04", people: 1 }]);
  const again = await school.press<Bought>(who, listing, {
    ...{ option: "again", renews: true, seen: { total: 4_900, dueNow: 4_900 } },
  });
  await school.tell(again.order, "paid", "ch-again");
  expect(rowOf(await ending(), "Renewed")?.months).toMatchObject([
    { month: "2027-05", people: 1, hangs: 4_900 },
  ]);
  expect((await peopleIn("2027-05")).people).toMatchObject([{ order: again.order }]);
});

test("a subscription ends nothing while it runs; cancelled, it stands with what it cost a period", async () => {
  const listing = await school.onSale("Monthly", {
    options: [{ id: "m", kind: "subscription", amount: 1500, every: "P1M", default: true }],
  });
  const wanted = { option: "m", seen: { total: 1500, dueNow: 1500 } };
  const stays = await school.bought("Dora", listing, wanted);
  const goes = await school.bought("Emil", listing, wanted);
  expect(bought(await ending())).toEqual([]);
  expect((await cancels(goes)).status).toBe(200);
  const found = await ending();
  expect(bought(found)).toMatchObject([
    { cancelled: true, price: null, months: [{ month: "2027-04", people: 1, hangs: 1500 }] },
  ]);
  expect((await peopleIn("2027-04", "&cancelled=true")).people).toMatchObject([
    { name: "Emil", cancelled: true, order: goes.order },
  ]);
  expect((await peopleIn("2027-04", "&cancelled=false")).people).toEqual([]);
  expect(stays.order).not.toBe(goes.order);
});

test("what has ended, or is given back, does not stand at all", async () => {
  const listing = await school.onSale("Ten days", { validity: [forDays(10)] });
  const back = await school.bought("Fay", listing);
  await school.owned.ask("POST", `/schools/one/orders/${back.order}/refunds`, {
    ...{
      policy: "full",
      access: "ends",
      key: "all-of-it-goes-back",
      seen: { amount: 19_900, off: 0 },
    },
  });
  await school.bought("Gus", listing);
  const before = await ending();
  expect(bought(before).map(({ months }) => months)).toMatchObject([[{ people: 1 }]]);
  now = instant("2027-04-15T12:00:00Z");
  expect(bought(await ending())).toEqual([]);
});

test("pages go on where one ended, each person once; a month or a place that is none is refused", async () => {
  const listing = await school.onSale("Many", { validity: [forDays(30)] });
  for (let i = 0; i < 5; i++) await school.bought(`P${i}`, listing);
  await ending();
  const names: string[] = [];
  for (let after = ""; ; ) {
    const page = await peopleIn("2027-04", `&most=2${after && `&after=${after}`}`);
    names.push(...page.people.map(({ name }) => name));
    if (page.next === null) break;
    after = encodeURIComponent(page.next);
  }
  expect(names.sort()).toEqual(["P0", "P1", "P2", "P3", "P4"]);
  for (const query of ["month=2027-13", "month=x", "month=2027-03&after=x", "month=2027-03&most=0"])
    expect(
      (await school.owned.app.ask(OWNER, "GET", `/schools/one/ending/people?${query}`)).status,
    ).toBe(400);
  expect((await school.owned.app.ask(null, "GET", "/schools/one/ending")).status).toBe(401);
});
