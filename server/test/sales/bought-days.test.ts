/**
 * Which days of access are an order's: what is renewed, extended by staff or bought while inside changes neither what was
 * earned by another order before, nor what is given back of it (orders.md, "Earned" and "Relief").
 */
import type { Income } from "@dawngate/contract/sales";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { instant } from "../helpers/sample";
import { type Bought, forDays, ONCE, type Selling, sellingSchool } from "../helpers/selling";

const BEGUN = instant("2027-03-10T12:00:00Z");
const RENEWAL = { id: "again", kind: "once", amount: 4_900, renewal: true };
/** Thirty days and the rest of the day on which it is bought: 31 days, of 199 euros. */
const TERMS = { validity: [forDays(30)], options: [ONCE, RENEWAL], tax: null };

let school: Selling;
let now: Instant = BEGUN;
beforeAll(async () => {
  school = await sellingSchool(() => now);
});
beforeEach(() => {
  now = BEGUN;
});
afterAll(() => school.owned.test_.close());

/** What would be given back of its unused days. */
const unused = async ({ order }: Bought) => {
  const path = `/schools/one/orders/${order}/refund?policy=unused&access=ends`;
  return (await school.owned.ask<{ amount: number }>("GET", path)).amount;
};
const earned = async (listing: string) => {
  now = instant("2027-07-01T12:00:00Z");
  const path = "/schools/one/income?from=2027-03&to=2027-06";
  const { rows } = await school.owned.ask<Income>("GET", path);
  // What was renewed stands in a row of its own.
  const found = rows.filter((row) => row.listing.id === listing);
  return found[0]?.months.map((_, at) =>
    found.reduce((all, { months }) => all + (months[at]?.earned ?? 0), 0),
  );
};
async function buys(who: string, listing: string, wanted: object = {}): Promise<Bought> {
  const bought = await school.press(`${who}@example.org`, listing, wanted);
  await school.tell(bought.order, "paid", `ch-${bought.order}`);
  return bought;
}
const renews = (who: string, listing: string) =>
  buys(who, listing, {
    ...{ option: "again", renews: true, seen: { total: 4_900, dueNow: 4_900 } },
  });
const part = (of: number, over: number, all: number) => Math.round((of * over) / all);

test("who renews has the days up to then by the first order, and the thirty after them by the second", async () => {
  const listing = await school.onSale("Renewed", TERMS);
  const first = await buys("nina", listing);
  now = instant("2027-04-01T12:00:00Z");
  const before = await unused(first);
  // 10 March through 9 April are 31 days, eight of them after 1 April.
  expect(before).toBe(part(19_900, 8, 31));
  const second = await renews("nina", listing);
  expect(await unused(first)).toBe(before);
  // Not one of its days, 10 April through 9 May, has begun.
  expect(await unused(second)).toBe(4_900);
  now = instant("2027-04-20T12:00:00Z");
  expect(await unused(first)).toBe(0);
  expect(await unused(second)).toBe(part(4_900, 19, 30));
  const march = part(19_900, 22, 31);
  const april = part(4_900, 21, 30);
  expect(await earned(listing)).toEqual([march, 19_900 - march + april, 4_900 - april, 0]);
});

test("whoever has it renewed twice has three spans, one after the other", async () => {
  const listing = await school.onSale("Renewed twice", TERMS);
  const first = await buys("olaf", listing);
  const [second, third] = [await renews("olaf", listing), await renews("olaf", listing)];
  now = instant("2027-04-19T12:00:00Z");
  // Ten of the second one's thirty days are over; the third one's are 10 May through 8 June.
  expect([await unused(first), await unused(second), await unused(third)]).toEqual([
    0,
    part(4_900, 20, 30),
    4_900,
  ]);
});

test("an end that staff move spreads what was not earned by then; what was earned stays", async () => {
  const listing = await school.onSale("Extended", TERMS);
  await buys("pia", listing);
  now = instant("2027-03-20T12:00:00Z");
  const find = "/schools/one/courses/c/people?find=pia";
  const { people } = await school.owned.ask<{ people: { enrollment: string }[] }>("GET", find);
  await school.owned.ask("POST", "/schools/one/courses/c/acts", {
    enrollments: people.map(({ enrollment }) => enrollment),
    key: "extended-by-two-weeks",
    act: { type: "extended", add: "P14D", reason: "Was ill" },
  });
  // Ten days of 31 by the 19th; what lacks, evenly over the 35 from the 20th through 23 April.
  const march = Math.round(19_900 * (10 / 31 + (21 / 31) * (12 / 35)));
  expect(await earned(listing)).toEqual([march, 19_900 - march, 0, 0]);
});

test("an end that the course moves, by a cohort's dates, spreads what was not earned by the day on which it did", async () => {
  const cohort = {
    ...{ name: "Moved", window: null, starts: "2027-03-10", ends: "2027-04-09", grace: 0 },
    seats: null,
  };
  const path = "/schools/one/courses/c/cohorts";
  const { id } = await school.owned.ask<{ id: string }>("POST", path, cohort);
  const listing = await school.onSale("With moved dates", {
    ...{ tax: null, cohorts: [{ course: "c", cohort: id }] },
    options: [ONCE],
  });
  const bought = await buys("uma", listing);
  await school.owned.app.workOff();
  const whole = await unused(bought);
  now = instant("2027-03-20T12:00:00Z");
  const before = await unused(bought);
  expect(before).toBeLessThan(whole);
  await school.owned.ask("PUT", `${path}/${id}`, { ...cohort, ends: "2027-04-23" });
  await school.owned.app.workOff();
  const kept = await school.owned.test_.db.withSchool(
    { school: school.owned.school, who: { kind: "system", id: "t", name: "t" } },
    (tx) => tx.selectFrom("end_move").select(["at", "was", "until"]).execute(),
  );
  expect(kept).toHaveLength(1);
  // 10 March through 9 April are 31 days, ten of them over by the 19th; what lacks, over the 35 from the 20th on.
  const march = Math.round(19_900 * (10 / 31 + (21 / 31) * (12 / 35)));
  expect(await earned(listing)).toEqual([march, 19_900 - march, 0, 0]);
  // Moved back on the 30th of March: nothing that was earned by then is unearned.
  now = instant("2027-03-30T12:00:00Z");
  await school.owned.ask("PUT", `${path}/${id}`, cohort);
  await school.owned.app.workOff();
  const by29 = 10 / 31 + (21 / 31) * (10 / 35);
  const back = Math.round(19_900 * (by29 + (1 - by29) * (2 / 11)));
  expect(await earned(listing)).toEqual([back, 19_900 - back, 0, 0]);
});

test("what is bought while one is in by a taster has its days from the purchase, not from the taster's", async () => {
  const taster = await school.onSale("A taster", {
    ...{ validity: [forDays(14)], tax: null },
    options: [{ id: "free", kind: "free", default: true }],
  });
  await school.press("quin@example.org", taster, {
    ...{ option: "free", seen: { total: 0, dueNow: 0 } },
  });
  now = instant("2027-03-20T12:00:00Z");
  const listing = await school.onSale("After the taster", TERMS);
  const bought = await buys("quin", listing);
  expect((await school.own(bought)).enrollments).toHaveLength(1);
  // 20 March through 19 April.
  expect(await unused(bought)).toBe(part(19_900, 30, 31));
  const march = part(19_900, 12, 31);
  expect(await earned(listing)).toEqual([march, 19_900 - march, 0, 0]);
});

test("days won by a pause are no days to give back, in the order in which they were won alone", async () => {
  const listing = await school.onSale("Paused", TERMS);
  const first = await buys("rosa", listing);
  const find = "/schools/one/courses/c/people?find=rosa";
  const { people } = await school.owned.ask<{ people: { enrollment: string }[] }>("GET", find);
  const act = (type: string) =>
    school.owned.ask("POST", "/schools/one/courses/c/acts", {
      enrollments: people.map(({ enrollment }) => enrollment),
      key: `${type}-${formatInstant(now)}`,
      act: { type, reason: "Away" },
    });
  now = instant("2027-03-15T12:00:00Z");
  await act("paused");
  now = instant("2027-03-20T12:00:00Z");
  await act("resumed");
  const second = await renews("rosa", listing);
  // It ends on 14 April now: 25 days ahead, of the 31 that were bought.
  expect(await unused(first)).toBe(part(19_900, 25, 31));
  expect(await unused(second)).toBe(4_900);
});
