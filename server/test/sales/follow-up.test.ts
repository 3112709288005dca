/** Unfinished checkouts: one mail, to whoever left an address, did not say no, and has not bought it since. */
import type { Offered, Order } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { follower } from "../../src/sales/follow-up";
import { instant } from "../helpers/sample";
import { type Bought, type Selling, sellingSchool, somebody } from "../helpers/selling";

let school: Selling;
let now: Instant = instant("2027-03-10T12:00:00Z");
beforeAll(async () => {
  school = await sellingSchool(() => now);
  await school.owned.ask("PATCH", "/schools/one", { followUpHours: 24 });
});
afterAll(() => school.owned.test_.close());

/** What the job does, as it does it; the mails that came of it. */
async function later({ order }: Bought): Promise<string[]> {
  now = instant("2027-03-11T12:00:00Z");
  const { mails, workOff } = school.owned.app;
  const before = mails.length;
  const { test_ } = school.owned;
  const write = follower({ db: test_.db, baseUrl: "https://x", now: () => now });
  await write(school.owned.school, order);
  await workOff();
  now = instant("2027-03-10T12:00:00Z");
  return mails.slice(before).map(({ to, subject }) => `${to} ${subject}`);
}

test("who left an address is written to once, and it stands on the order", async () => {
  const listing = await school.onSale("Left behind");
  const offered = await school.owned.app.ask(null, "GET", `/schools/one/offers/${listing}`);
  expect(((await offered.json()) as Offered).followsUp).toBe(true);
  const bought = await school.press(null, listing, somebody("Ada"));
  expect(await later(bought)).toEqual(["ada@example.org You have not finished buying Left behind"]);
  expect(await later(bought)).toEqual([]);
  const { events } = await school.owned.ask<Order>("GET", `/schools/one/orders/${bought.order}`);
  expect(events.map(({ kind }) => kind)).toEqual(["reminded"]);
});

test("nobody is written to who has paid, has bought it since, or about what is not sold any more", async () => {
  const listing = await school.onSale("Bought after all");
  const first = await school.press(null, listing, somebody("Bo"));
  const paid = await school.press(null, listing, somebody("Bo"));
  await school.tell(paid.order, "paid", "ch-bo");
  expect(await later(paid)).toEqual([]);
  expect(await later(first)).toEqual([]);
  const gone = await school.press(null, listing, somebody("Cleo"));
  const { offer, number } = await school.owned.ask<{ offer: object; number: number }>(
    "GET",
    `/schools/one/listings/${listing}`,
  );
  await school.owned.ask("PUT", `/schools/one/listings/${listing}`, {
    number,
    offer,
    state: "hidden",
  });
  expect(await later(gone)).toEqual([]);
});

test("who says no is not asked for, nor anybody where the school does not want it", async () => {
  const listing = await school.onSale("Quietly");
  const waiting = async () => {
    const rows = await school.owned.test_.db.withSchool(
      { school: school.owned.school, who: { kind: "system", id: "test", name: "test" } },
      (tx) =>
        tx.selectFrom("outbox").select("payload").where("kind", "=", "follow-up-order").execute(),
    );
    return rows.map(({ payload }) => (payload as { order?: string }).order);
  };
  const refused = await school.press(null, listing, { ...somebody("Dov"), leaveMe: true });
  const asked = await school.press(null, listing, somebody("Edda"));
  expect(await waiting()).toContain(asked.order);
  expect(await waiting()).not.toContain(refused.order);
  await school.owned.ask("PATCH", "/schools/one", { followUpHours: null });
  const off = await school.press(null, listing, somebody("Finn"));
  expect(await waiting()).not.toContain(off.order);
});
