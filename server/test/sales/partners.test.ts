/**
 * Partners: a link that was followed counts at the purchase, their share follows what is paid and given back (the sums
 * are the core's: orders.md, "Partners"; core/test/sales/orders), and what can be paid out is paid out once.
 */
import type { Brought, PaidOut, PartnerDetail, PartnerPage } from "@dawngate/contract/partners";
import type { Income, IncomeOrders, Order, RefundAnswer } from "@dawngate/contract/sales";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { openTouches, withTouch } from "../../src/sales/partners/touches";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { type Bought, IN_THREE, type Selling, sellingSchool, somebody } from "../helpers/selling";

let school: Selling;
let now: Instant = instant("2027-03-08T11:00:00Z");
beforeAll(async () => {
  school = await sellingSchool(() => now);
});
beforeEach(() => {
  now = instant("2027-03-08T11:00:00Z");
});
afterAll(() => school.owned.test_.close());

const at = "/schools/one/partners";
const add = (name: string, percent = 20) =>
  school.owned.ask<PartnerDetail>("POST", at, {
    name,
    email: `${name.toLowerCase()}@example.org`,
    word: name,
    percent,
  });
const see = (id: string) => school.owned.ask<PartnerDetail>("GET", `${at}/${id}`);
const brought = async (id: string) =>
  (await school.owned.ask<{ shares: Brought[] }>("GET", `${at}/${id}/orders`)).shares;
const said = async <T = PartnerDetail>(
  who: string | null,
  method: string,
  path: string,
  body?: object,
) => {
  const response = await school.owned.app.ask(
    who,
    method,
    `${at}${path === "" ? "" : `/${path}`}`,
    body,
  );
  const text = await response.text();
  return { status: response.status, body: JSON.parse(text || "null") as T & { detail?: string } };
};

/** A browser: it follows links, and buys with what it keeps of them. */
function browser() {
  let cookie: string | null = null;
  const asked = (): Record<string, string> => (cookie === null ? {} : { cookie });
  return {
    async follow(word: string) {
      const answer = await school.owned.app.page(`/one?via=${word}`, asked());
      const set = answer.headers.get("set-cookie");
      if (set !== null) cookie = set.split(";")[0] ?? null;
      return { set, cache: answer.headers.get("cache-control") };
    },
    keeps: () => cookie,
    forge: (kept: string) => {
      cookie = kept;
    },
    async buy(name: string, listing: string, wanted: object = {}): Promise<Bought> {
      const bought = await school.press<Bought>(
        null,
        listing,
        { ...somebody(name), ...wanted },
        200,
        asked(),
      );
      await school.tell(bought.order, "paid", `ch-${bought.order}`);
      return bought;
    },
  };
}
/** 199.00 with 23 % in it: 161.79 without. */
const NET = 16_179;

test("the last link followed counts: the partner has their share of what is paid without tax, payable once it is held", async () => {
  const listing = await school.onSale("Brought");
  const mill = await add("Mill", 20);
  const oven = await add("Oven", 10);
  const buyer = browser();
  const { set, cache } = await buyer.follow("oven");
  expect(set).toMatch(/^dawngate-via-one=[^;]+; Max-Age=2592000; Path=\/; HttpOnly; SameSite=Lax$/);
  expect(cache).toBe("private, no-store");
  now = instant("2027-03-09T11:00:00Z");
  await buyer.follow("mill");
  await buyer.follow("MILL");
  await buyer.follow("nobody-s");
  now = instant("2027-03-10T11:00:00Z");
  const bought = await buyer.buy("Ada", listing);
  expect((await see(oven.id)).balances).toEqual([]);
  const share = Math.round(NET * 0.2);
  // Paid on the 10th, held for fourteen whole days: the 25th, midnight in Lisbon.
  expect(await see(mill.id)).toMatchObject({
    visits: { all: 1, month: 1 },
    unfinished: 0,
    nextPayable: "2027-03-25T00:00:00Z",
    balances: [{ currency: "EUR", orders: 1, net: NET, earned: share, payable: 0, due: 0 }],
  });
  expect(await brought(mill.id)).toMatchObject([
    { order: bought.order, buyer: "Ada", percent: 20, net: NET, earned: share },
  ]);
  expect((await school.order(bought)).partner).toMatchObject({ name: "Mill", earned: share });
  // Income is parted by whose link it was, and comes to the same.
  const month = "2027-03";
  const { months, rows } = await school.owned.ask<Income>(
    "GET",
    `/schools/one/income?from=${month}&to=${month}`,
  );
  const received = (of: string | null) =>
    rows
      .filter(({ partner }) => (partner?.id ?? null) === of)
      .reduce((all, row) => all + (row.months[0]?.received ?? 0), 0);
  expect([received(mill.id), received(oven.id)]).toEqual([NET, 0]);
  expect(rows.find(({ partner }) => partner)?.partner).toEqual({ id: mill.id, name: "Mill" });
  expect(received(null) + NET).toBe(months[0]?.received);
  const behind = await school.owned.ask<IncomeOrders>(
    "GET",
    `/schools/one/income/orders?month=${month}&by=partner&of=${mill.id}`,
  );
  expect(behind.orders).toMatchObject([{ order: bought.order, received: NET }]);
  now = instant("2027-03-25T00:00:00Z");
  expect(await see(mill.id)).toMatchObject({
    nextPayable: null,
    balances: [{ payable: share, due: share }],
  });
});

test("a link counts for as many days as is agreed, and not at all where it is another's, forged, or the buyer's own", async () => {
  const listing = await school.onSale("Not brought");
  const late = await add("Late");
  const buyer = browser();
  await buyer.follow("late");
  now = (now + 31 * 86_400_000) as Instant;
  await buyer.buy("Bo", listing);
  expect((await see(late.id)).balances).toEqual([]);

  // Itself, by its own address.
  const own = browser();
  await own.follow("late");
  await own.buy("Late", listing);
  // Another server's signature, another school's cookie, and noise.
  const touch = { partner: late.id, at: now };
  const others = openTouches("the secret of somebody else, who is no friend");
  for (const kept of [
    others.write("x", [touch]),
    openTouches("a secret of the tests, long enough to sign with").write("x", [touch]),
    "~",
    "a~b~c",
    "%00",
  ]) {
    const forger = browser();
    forger.forge(`dawngate-via-one=${kept}`);
    await forger.buy("Cy", listing);
  }
  expect((await see(late.id)).balances).toEqual([]);
});

test("an ended partner's links count no more; what they earned stays, and another share holds for new orders", async () => {
  const listing = await school.onSale("Once more");
  const { id } = await add("Reed", 20);
  const early = browser();
  await early.follow("reed");
  await early.buy("Di", listing);
  const changed = await said(OWNER, "PATCH", id, { percent: 12.5 });
  expect(changed.body).toMatchObject({
    percent: 12.5,
    balances: [{ earned: Math.round(NET * 0.2) }],
  });
  const second = browser();
  await second.follow("reed");
  await second.buy("Ed", listing);
  const both = Math.round(NET * 0.2) + Math.round(NET * 0.125);
  expect((await see(id)).balances).toMatchObject([{ orders: 2, earned: both }]);
  const third = browser();
  await third.follow("reed");
  await said(OWNER, "PATCH", id, { ended: true });
  await third.buy("Fay", listing);
  const fourth = await browser().follow("reed");
  expect(fourth.set).toBeNull();
  expect((await see(id)).balances).toMatchObject([{ orders: 2, earned: both }]);
});

test("what is given back lowers the share, seen before; a part that is paid raises it; what is begun and not paid is told apart", async () => {
  const listing = await school.onSale("In parts", IN_THREE);
  const { id } = await add("Vale", 50);
  const buyer = browser();
  await buyer.follow("vale");
  const wanted = { option: "three", seen: { total: 20_100, dueNow: 6700 } };
  const bought = await buyer.buy("Gus", listing, wanted);
  const part = 6700 - Math.round((6700 * 23) / 123);
  expect((await see(id)).balances).toMatchObject([{ net: part, earned: Math.round(part / 2) }]);
  const open = browser();
  await open.follow("vale");
  await school.press(null, listing, { ...somebody("Hal"), ...wanted }, 200, {
    cookie: open.keeps() ?? "",
  });
  expect(await see(id)).toMatchObject({ unfinished: 1, balances: [{ orders: 1 }] });

  const path = `/schools/one/orders/${bought.order}`;
  const seen = await school.owned.ask<RefundAnswer>(
    "GET",
    `${path}/refund?policy=amount&amount=2000`,
  );
  const after = part - (2000 - seen.tax);
  expect(seen.partner).toEqual({
    name: "Vale",
    before: Math.round(part / 2),
    after: Math.round(after / 2),
  });
  await school.owned.ask<Order>("POST", `${path}/refunds`, {
    key: "refund-of-vale",
    policy: "amount",
    amount: 2000,
    seen: { amount: 2000, off: 0 },
  });
  expect((await see(id)).balances).toMatchObject([{ net: after, earned: Math.round(after / 2) }]);
});

test("paid out is what can be, once for a press; given back afterwards it stands against the next; taken back it is due again", async () => {
  const listing = await school.onSale("Paid out");
  const { id } = await add("Wren", 20);
  await school.owned.ask("PUT", `${at}/terms`, { days: 30, hold: 0 });
  const buyer = browser();
  await buyer.follow("wren");
  const bought = await buyer.buy("Ike", listing);
  await school.owned.ask("PUT", `${at}/terms`, { days: 30, hold: 14 });
  const share = Math.round(NET * 0.2);
  const press = { key: "payout-press-1", currency: "EUR", amount: share, note: "By transfer" };
  const early = await said(OWNER, "POST", `${id}/payouts`, press);
  expect(early).toMatchObject({ status: 422, body: { detail: /Nothing can be paid out/ } });
  now = instant("2027-03-09T00:00:00Z");
  const more = await said(OWNER, "POST", `${id}/payouts`, { ...press, amount: share + 1 });
  expect(more).toMatchObject({ status: 422, body: { detail: /€32\.36 can be paid out/ } });
  const [first, again] = await Promise.all([
    said(OWNER, "POST", `${id}/payouts`, press),
    said(OWNER, "POST", `${id}/payouts`, press),
  ]);
  expect([first.status, again.status]).toEqual([200, 200]);
  expect(await see(id)).toMatchObject({
    balances: [{ earned: share, payable: share, paidOut: share, due: 0 }],
    payouts: [{ amount: share, note: "By transfer", takenBack: false, at: formatInstant(now) }],
  });
  await school.owned.ask("POST", `/schools/one/orders/${bought.order}/refunds`, {
    key: "refund-of-wren",
    policy: "full",
    seen: { amount: 19_900, off: 0 },
  });
  expect((await see(id)).balances).toMatchObject([{ earned: 0, payable: 0, due: -share }]);
  const payout = (await see(id)).payouts[0]?.id ?? "";
  for (let i = 0; i < 2; i++)
    expect(await said(OWNER, "DELETE", `${id}/payouts/${payout}`)).toMatchObject({
      status: 200,
      body: { balances: [{ due: 0 }], payouts: [{ takenBack: true }] },
    });
  expect((await said(OWNER, "DELETE", `${id}/payouts/nothing`)).status).toBe(404);
});

test("what was paid out to all of them is one list, page by page, the latest first; what was taken back says so", async () => {
  const listing = await school.onSale("Paid out to two");
  await school.owned.ask("PUT", `${at}/terms`, { days: 30, hold: 0 });
  const ids: string[] = [];
  for (const name of ["Xenia", "Yola"]) {
    const { id } = await add(name, 10);
    const buyer = browser();
    await buyer.follow(name.toLowerCase());
    await buyer.buy(`${name}s-buyer`, listing);
    ids.push(id);
  }
  await school.owned.ask("PUT", `${at}/terms`, { days: 30, hold: 14 });
  for (const [i, note] of ["Xenia", "Yola"].entries()) {
    now = (instant("2027-03-09T00:00:00Z") + (i + 1) * 60_000) as Instant;
    const press = { key: `payout-of-${note}`, currency: "EUR", amount: 500, note };
    expect((await said(OWNER, "POST", `${ids[i]}/payouts`, press)).status).toBe(200);
  }
  const list = (query: string) =>
    school.owned.ask<{ payouts: PaidOut[]; next: string | null }>(
      "GET",
      `/schools/one/payouts?${query}`,
    );
  const { payouts } = await list("most=2");
  expect(payouts.map(({ partner, amount, note }) => [partner.name, amount, note])).toEqual([
    ["Yola", 500, "Yola"],
    ["Xenia", 500, "Xenia"],
  ]);
  await said(OWNER, "DELETE", `${ids[1]}/payouts/${payouts[0]?.id}`);
  const first = await list("most=1");
  const second = await list(`most=1&after=${first.next}`);
  expect([...first.payouts, ...second.payouts].map((one) => [one.id, one.takenBack])).toEqual([
    [payouts[0]?.id, true],
    [payouts[1]?.id, false],
  ]);
});

test("a partner sees their own page by its link: sums and days, no buyer; a new link ends the one before", async () => {
  const listing = await school.onSale("On their page");
  const { id } = await add("Yarrow", 15);
  const buyer = browser();
  await buyer.follow("yarrow");
  const bought = await buyer.buy("Jo", listing);
  const mails = school.owned.app.mails.length;
  const open = async () => {
    const { body } = await said<{ address: string }>(OWNER, "POST", `${id}/page`);
    return new URL(body.address).searchParams.get("secret") ?? "";
  };
  const first = await open();
  expect(school.owned.app.mails.slice(mails)).toMatchObject([
    { to: "yarrow@example.org", subject: /Your page as a partner/ },
  ]);
  const page = (secret: string) => said<PartnerPage>(null, "GET", `${id}/page?secret=${secret}`);
  const { status, body } = await page(first);
  expect(status).toBe(200);
  expect(body).toMatchObject({
    name: "Yarrow",
    percent: 15,
    terms: { days: 30, hold: 14 },
    balances: [{ orders: 1, earned: Math.round(NET * 0.15) }],
    shares: [{ title: "On their page", net: NET }],
  });
  expect(body.links[0]?.address).toBe("http://127.0.0.1:1/one?via=yarrow");
  expect(body.links.map(({ title }) => title)).toContain("On their page");
  expect(JSON.stringify(body)).not.toMatch(new RegExp(`Jo|${bought.order}`));
  const second = await open();
  expect((await page(first)).status).toBe(404);
  expect((await page(second)).status).toBe(200);
  expect((await said(OWNER, "DELETE", `${id}/page`)).body.hasPage).toBe(false);
  expect((await page(second)).status).toBe(404);
});

test("looked at by many while something happens to all of their orders: each is worked out once, and nobody waits for two", async () => {
  const listing = await school.onSale("By many");
  const { id } = await add("Xeno", 10);
  for (const name of ["Kim", "Lea", "Max"]) {
    const buyer = browser();
    await buyer.follow("xeno");
    await buyer.buy(name, listing);
  }
  await school.owned.test_.db.withSchool(school.owned.school, (tx) =>
    tx.updateTable("partner_share").set({ stale: true, earned: "0" }).execute(),
  );
  const all = await Promise.all(
    Array.from({ length: 8 }, (_, i) =>
      school.owned.app.ask(OWNER, "GET", i % 2 === 0 ? at : `${at}/${id}`),
    ),
  );
  expect(all.map(({ status }) => status)).toEqual(Array(8).fill(200));
  expect((await see(id)).balances).toMatchObject([
    { orders: 3, earned: 3 * Math.round(NET * 0.1) },
  ]);
});

test("a word is one partner's; what is off is said where it is", async () => {
  const { id } = await add("Zinnia");
  const twice = { name: "Zoe", email: "zoe@example.org", word: "zinnia", percent: 5 };
  expect(await said(OWNER, "POST", "", twice)).toMatchObject({
    status: 422,
    body: { errors: [{ path: "word" }] },
  });
  for (const [wrong, path] of [
    [{ word: "a b" }, "word"],
    [{ percent: 101 }, "percent"],
    [{ percent: 1.234 }, "percent"],
    [{ email: "nobody" }, "email"],
  ] as const)
    expect(await said(OWNER, "POST", "", { ...twice, word: "zoe", ...wrong })).toMatchObject({
      status: 422,
      body: { errors: [{ path }] },
    });
  // Their own word once more, and one that is taken.
  expect((await said(OWNER, "PATCH", id, { word: "Zinnia" })).status).toBe(200);
  expect((await said(OWNER, "PATCH", id, { word: "yarrow" })).status).toBe(422);
});

test("of several links of one partner the last time counts, and so many are kept", () => {
  const touches = openTouches("a secret of the tests, long enough to sign with");
  const id = (i: number) => `p-${String(i).padStart(12, "0")}`;
  let kept = withTouch([], { partner: id(1), at: 1_000 as Instant });
  for (let i = 2; i <= 7; i++)
    kept = withTouch(kept, { partner: id(i), at: (i * 1000) as Instant });
  kept = withTouch(kept, { partner: id(4), at: 9_000 as Instant });
  const written = touches.write("a", kept);
  expect(touches.read("a", written).map(({ partner, at }) => [partner, at])).toEqual(
    [3, 5, 6, 7].map((i) => [id(i), i * 1000]).concat([[id(4), 9000]]),
  );
  expect(touches.read("b", written)).toEqual([]);
  expect(touches.read("a", `${written}x`)).toEqual([]);
  expect(touches.read("a", undefined)).toEqual([]);
});
