/** Renewal: whoever is in stays longer, at its own price; no day that is left is lost (calculations.md 4, "renewed"). */
import type { Income, IncomeOrders, Offered, OwnOrder } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { instant } from "../helpers/sample";
import { type Bought, forDays, ONCE, type Selling, sellingSchool } from "../helpers/selling";

let school: Selling;
const now: Instant = instant("2027-03-10T12:00:00Z");
beforeAll(async () => {
  school = await sellingSchool(() => now);
});
afterAll(() => school.owned.test_.close());

const WHO = "ana@example.org";
const RENEWAL = { id: "again", kind: "once", amount: 4_900, renewal: true };
const offered = async (listing: string, who: string | null, query = "") =>
  (await (
    await school.owned.app.ask(who, "GET", `/schools/one/offers/${listing}?seats=1${query}`)
  ).json()) as Offered;
const renews = (listing: string, wanted: object = {}, status = 200) =>
  school.press<Bought & { detail: string }>(
    WHO,
    listing,
    { option: "again", renews: true, seen: { total: 4_900, dueNow: 4_900 }, ...wanted },
    status,
  );

test("somebody new is not offered a renewal; somebody who is in sees both ends and the price of staying", async () => {
  const listing = await school.onSale("Half a year", {
    validity: [forDays(30)],
    options: [ONCE, RENEWAL],
  });
  const anybody = await offered(listing, null);
  expect([anybody.renews, anybody.quote.total]).toEqual([null, 19_900]);
  expect(anybody.ways.map(({ id }) => id)).toEqual(["once"]);
  const mine = await offered(listing, WHO);
  expect(mine.ways.map(({ id }) => id)).toEqual(["again"]);
  expect(mine.quote.total).toBe(4_900);
  const [one] = mine.renews ?? [];
  // Thirty days after the end as it is, whenever one pays.
  const days = (Date.parse(one?.becomes ?? "") - Date.parse(one?.until ?? "")) / 86_400_000;
  expect(Math.round(days)).toBe(30);
  // For somebody else it is bought at its price.
  const gift = await offered(listing, WHO, "&renews=false");
  expect([gift.renews, gift.quote.total]).toEqual([null, 19_900]);
});

test("paid, the end is moved by the span, once; it takes no seat, and the record says by what", async () => {
  const listing = await school.onSale("Renewed", {
    validity: [forDays(30)],
    options: [ONCE, RENEWAL],
    seatLimit: 0,
  });
  const before = (await offered(listing, WHO)).renews?.[0];
  const bought = await renews(listing);
  expect((await offered(listing, WHO)).renews?.[0]?.until).toBe(before?.until);
  for (let i = 0; i < 2; i++) await school.tell(bought.order, "paid", "ch-renewed");
  const after = (await offered(listing, WHO)).renews?.[0];
  expect(after?.until).toBe(before?.becomes);
  const own = (await (
    await school.owned.app.ask(WHO, "GET", `/schools/one/orders/${bought.order}/own`)
  ).json()) as OwnOrder;
  expect(own).toMatchObject({ renews: true, state: "paid", signedIn: true });
  const { sold } = await school.owned.ask<{ sold: number }>(
    "GET",
    `/schools/one/listings/${listing}`,
  );
  expect(sold).toBe(0);
  const mail = school.owned.app.mails.findLast(({ to }) => to === WHO);
  expect(mail?.text).toContain("“Renewed” is renewed. €49.00 was paid.");
  // What renewals bring stands apart from what newcomers do.
  const ask = <T>(path: string) => school.owned.ask<T>("GET", `/schools/one/income${path}`);
  const { rows } = await ask<Income>("?from=2027-03&to=2027-03");
  const renewed = rows.filter((row) => row.renewed && row.listing.id === listing);
  // 49.00 with 23 % in it.
  expect(renewed.map(({ months }) => months[0]?.received)).toEqual([3_984]);
  const { orders } = await ask<IncomeOrders>("/orders?month=2027-03&by=renewed&of=yes");
  expect(orders).toMatchObject([{ order: bought.order, received: 3_984 }]);
});

test("where no way is made for it, the usual ones renew; a subscription renews nothing", async () => {
  const usual = await school.onSale("Usual", { validity: [forDays(10)] });
  expect((await offered(usual, WHO)).ways.map(({ id }) => id)).toEqual(["once"]);
  const monthly = await school.onSale("Monthly", {
    options: [{ id: "m", kind: "subscription", amount: 900, every: "P1M", default: true }],
  });
  expect((await offered(monthly, WHO)).renews).toBeNull();
});

test("who is in nothing renews nothing, and nobody buys twice what they are in", async () => {
  const listing = await school.onSale("Not theirs", {
    validity: [forDays(30)],
    options: [ONCE, RENEWAL],
  });
  const nobody = await school.press<{ detail: string }>(
    null,
    listing,
    { name: "New", email: "new@example.org", renews: true },
    409,
  );
  expect(nobody.detail).toContain("cannot be renewed");
  const twice = await renews(
    listing,
    { renews: false, option: "once", seen: { total: 19_900, dueNow: 19_900 } },
    409,
  );
  expect(twice.detail).toContain("You are in this already");
});
