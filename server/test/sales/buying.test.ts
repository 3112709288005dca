/** From a listing to the first lesson: priced, bought, paid, inside; and nothing counts twice. */

import type { ListingAnswer, Offered, Order } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { tillAsker } from "../../src/sales/ask-till";
import { instant } from "../helpers/sample";
import {
  type Bought,
  forDays,
  ONCE,
  type Selling,
  sellingSchool,
  somebody,
} from "../helpers/selling";

let school: Selling;
let owned: Selling["owned"];
let till: Selling["till"];
let now: Instant;
const at = (text: string) => {
  now = instant(text);
};
const onSale: Selling["onSale"] = (...of) => school.onSale(...of);
const press: Selling["press"] = (...of) => school.press(...of);
const tell: Selling["tell"] = (...of) => school.tell(...of);
const own: Selling["own"] = (of) => school.own(of);
beforeAll(async () => {
  at("2027-03-10T12:00:00Z");
  school = await sellingSchool(() => now);
  ({ owned, till } = school);
});
afterAll(() => owned.test_.close());
beforeEach(() => at("2027-03-10T12:00:00Z"));

const order = (id: string) => owned.ask<Order>("GET", `/schools/one/orders/${id}`);

describe("a listing", () => {
  test("begins without a way to pay, says what is missing, and is not sold like that", async () => {
    const { id } = await owned.ask<{ id: string }>("POST", "/schools/one/listings", {
      title: "The Winter Baker, “both” courses",
      courses: ["c"],
    });
    expect(id).toBe("the-winter-baker-both-courses");
    const first = await owned.ask<ListingAnswer>("GET", `/schools/one/listings/${id}`);
    expect(first).toMatchObject({ number: 1, state: "draft", currency: "EUR", sold: 0 });
    expect(first.snags).toEqual([
      { weight: "stops", reason: "There is no way to pay for somebody new." },
    ]);
    const { offer } = first;
    const refused = await owned.app.ask("owner@example.org", "PUT", `/schools/one/listings/${id}`, {
      number: 1,
      offer,
      state: "on-sale",
    });
    expect(refused.status).toBe(409);
    expect(await refused.text()).toContain("There is no way to pay");
    // Nobody meets it before.
    expect((await owned.app.ask(null, "GET", `/schools/one/offers/${id}`)).status).toBe(404);
  });
  test("is changed by one at a time, and each fault of its terms has its place", async () => {
    const id = await onSale("Two at once");
    const { offer } = await owned.ask<ListingAnswer>("GET", `/schools/one/listings/${id}`);
    const dearer = { ...offer, options: [{ ...ONCE, amount: 20_000 }] };
    const kept = await owned.ask<ListingAnswer>("PUT", `/schools/one/listings/${id}`, {
      number: 2,
      offer: dearer,
    });
    expect(kept.number).toBe(3);
    // The same press again is the same change; another's is refused.
    await owned.ask("PUT", `/schools/one/listings/${id}`, { number: 2, offer: dearer });
    await owned.ask("PUT", `/schools/one/listings/${id}`, { number: 2, offer }, 409);
    const off = await owned.app.ask("owner@example.org", "PUT", `/schools/one/listings/${id}`, {
      number: 3,
      offer: {
        ...offer,
        courses: [{ id: "nothing" }],
        dated: [{ kind: "sale", amount: 1, options: ["twice"] }],
      },
    });
    expect(off.status).toBe(422);
    expect(await off.json()).toMatchObject({
      errors: [{ path: "courses[0].id", reason: 'There is no course "nothing" in this school' }],
    });
  });
});

test("a visitor reads what it costs and why, what opens when, and why a code does not count", async () => {
  const id = await onSale("Read first", {
    points: ["Two modules"],
    dated: [{ kind: "early", through: "2027-03-10", percent: 10 }],
    codes: [
      { code: "oven20", percent: 20 },
      { code: "later", percent: 50, from: "2027-04-01" },
    ],
    validity: [forDays(30)],
    window: { opens: "2027-03-01", closes: "2027-03-20" },
  });
  const response = await owned.app.ask(
    null,
    "GET",
    `/schools/one/offers/${id}?codes=OVEN20,LATER&timeZone=Europe/Lisbon`,
  );
  const offered = (await response.json()) as Offered;
  // 19900 - 10 % = 17910; - 20 % = 14328; tax 14328 - 14328 / 1.23 = 2679 (11648.78 rounds to 11649).
  expect(offered.quote).toMatchObject({ total: 14_328, tax: 2679, dueNow: 14_328 });
  expect(offered.quote.refused).toEqual([{ code: "LATER", reason: "not-yet" }]);
  expect(offered.why.some((step) => step.kind === "dated" && step.because === "counts")).toBe(true);
  expect(offered).toMatchObject({ state: "open", seatsLeft: null, holds: false });
  // Wed 10 March and 14 days: Wed 24 March.
  expect(offered.giveBack).toBe("2027-03-24");
  // 30 days from the start of access, the last of them included: through 9 April.
  expect(offered.courses).toMatchObject([
    { id: "c", opens: "2027-03-10T12:00:00Z", until: "2027-04-09T23:00:00Z" },
  ]);
});

describe("buying", () => {
  test("somebody new pays and is inside, once, however often it is told; the receipt and the way in come by mail", async () => {
    const id = await onSale("Bought once");
    const mails = owned.app.mails.length;
    const first = await press(null, id, somebody("Mira"));
    expect(first.pay).toMatch(/^http:\/\/till\.example\.org/);
    expect(await own(first)).toMatchObject({ state: "open", enrollments: [], receipt: null });
    // A refused card changes nothing but what is told.
    expect(await tell(first.order, "refused", "ch-m0")).toBe(200);
    for (let i = 0; i < 10; i++) expect(await tell(first.order, "paid", "ch-m1")).toBe(200);
    await tell(first.order, "refused", "ch-m0");
    const paid = await own(first);
    expect(paid).toMatchObject({ state: "paid", failed: 1, receipt: "2027-0001" });
    expect(paid.enrollments).toHaveLength(1);
    const events = (await order(first.order)).events.map(({ kind, charge }) => [kind, charge]);
    expect(events).toEqual([
      ["failed", "ch-m0"],
      ["charged", "ch-m1"],
    ]);
    const told = owned.app.mails.slice(mails).map(({ to, subject }) => `${to} ${subject}`);
    expect(told.sort()).toEqual([
      "mira@example.org Receipt 2027-0001: Bought once",
      "mira@example.org You are enrolled in Bread & more",
    ]);
    const listing = await owned.ask<ListingAnswer>("GET", `/schools/one/listings/${id}`);
    expect(listing).toMatchObject({ sold: 1, held: 0 });
  });
  test("a price that has changed meanwhile is said, and nothing is written", async () => {
    const id = await onSale("Dearer now");
    const refused = await press<{ detail: string; type: string }>(
      null,
      id,
      { ...somebody("Old"), seen: { total: 9900, dueNow: 9900 } },
      409,
    );
    expect(refused.type).toBe("urn:dawn-gate:price-changed");
    expect(refused.detail).toContain("it was €99.00, and is €199.00 now");
    const { orders } = await owned.ask<{ orders: unknown[] }>(
      "GET",
      "/schools/one/orders?find=old@",
    );
    expect(orders).toEqual([]);
  });
  test("the same press twice is one order", async () => {
    const id = await onSale("Pressed twice");
    const wanted = { ...somebody("Twice"), key: "the-very-same-press" };
    const [one, two] = await Promise.all([press(null, id, wanted), press(null, id, wanted)]);
    expect(one.order).toBe(two.order);
    const again = await press(null, id, wanted);
    expect(again.order).toBe(one.order);
    // Another person's press of that name is another's.
    await press(null, id, { ...somebody("Else"), key: "the-very-same-press" }, 409);
  });
  test("a charge that is told of two orders, or of another amount, opens nothing twice", async () => {
    const id = await onSale("Too much");
    const first = await press(null, id, somebody("Much"));
    await tell(first.order, "paid", "ch-much-1");
    await tell(first.order, "paid", "ch-much-2");
    const { events, enrollments } = await order(first.order);
    expect(enrollments).toHaveLength(1);
    expect(events.map(({ kind, charge }) => [kind, charge])).toEqual([
      ["charged", "ch-much-1"],
      ["charged", "ch-much-2"],
      ["excess", "ch-much-2"],
    ]);
  });
  test("what is not signed by the till, or was signed long ago, is not heard", async () => {
    const id = await onSale("Forged");
    const first = await press(null, id, somebody("Forger"));
    const week = 7 * 86_400_000;
    expect(await tell(first.order, "paid", "ch-f", new Date(Date.now() - week))).toBe(401);
    const payment = till.made.find(({ reference }) => reference.includes(first.order));
    if (!payment) throw new Error("Nothing was made");
    const { body, headers } = till.says(payment, "paid", "ch-f");
    const forged = await owned.app.ask(
      null,
      "POST",
      "/payments/heard",
      { ...body, amount: 1 },
      headers,
    );
    expect(forged.status).toBe(401);
    expect((await own(first)).state).toBe("open");
  });
  test("of many for the last five seats five hold them; a hold that lapses makes room", async () => {
    const id = await onSale("Five seats", { seatLimit: 5 });
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        press(null, id, { ...somebody(`Seat${i}`) }).catch(() => null),
      ),
    );
    const held = answers.filter((one) => one !== null);
    expect(held).toHaveLength(5);
    const [first, second] = held as [Bought, Bought];
    await tell(first.order, "paid", "ch-s1");
    await press(null, id, somebody("Late"), 409);
    // Twenty minutes on: four are free again, and one of them is taken by somebody else.
    at("2027-03-10T12:21:00Z");
    await owned.app.workOff();
    for (let i = 0; i < 4; i++) {
      const one = await press(null, id, somebody(`Next${i}`));
      await tell(one.order, "paid", `ch-n${i}`);
    }
    // Whose hold had lapsed pays after all: there is no seat, so the money is to go back.
    await tell(second.order, "paid", "ch-s2");
    const late = await order(second.order);
    expect(late.enrollments).toEqual([]);
    expect(late.events.at(-1)).toMatchObject({ kind: "excess", charge: "ch-s2" });
    const listing = await owned.ask<ListingAnswer>("GET", `/schools/one/listings/${id}`);
    expect(listing.sold).toBe(5);
  });
  test("what the till never told is asked for", async () => {
    const id = await onSale("Silence");
    till.silence(true);
    const first = await press(null, id, somebody("Quiet"));
    till.silence(false);
    expect(first.pay).toBeNull();
    const key = `${owned.school} ${first.order}`;
    till.known.set(key, { state: "paid", charge: "ch-quiet", amount: 19_900, card: null });
    // As its job does, a minute later; and again, by whatever server.
    const ask = tillAsker({
      db: owned.test_.db,
      payments: till.payments,
      baseUrl: "http://127.0.0.1:1",
      now: () => now,
    });
    await Promise.all([ask(owned.school, first.order), ask(owned.school, first.order)]);
    expect((await order(first.order)).events).toHaveLength(1);
    expect((await own(first)).state).toBe("paid");
  });
  test("a code is used up by those who used it; a price of nothing opens at once", async () => {
    const id = await onSale("All of it", { codes: [{ code: "GIFT", percent: 100, uses: 1 }] });
    const gift = { codes: ["gift"], seen: { total: 0, dueNow: 0 } };
    const first = await press(null, id, { ...somebody("Gifted"), ...gift });
    expect(first.pay).toBeNull();
    expect(await own(first)).toMatchObject({ state: "paid", quote: { total: 0 } });
    // The second pays what it costs: the code is used up, and what was seen holds no more.
    await press(null, id, { ...somebody("Second"), ...gift }, 409);
  });
  test("what is bought counts its days from the purchase, and whoever is in already is told so", async () => {
    const id = await onSale("Ninety days", { validity: [forDays(90)] });
    const first = await press("buyer@example.org", id, {});
    await tell(first.order, "paid", "ch-90");
    const [enrolled] = (await own(first)).enrollments;
    const mine = await owned.app.ask("buyer@example.org", "GET", "/schools/one/shelf");
    expect(await mine.text()).toContain(enrolled?.id);
    const again = await press<{ detail: string }>("buyer@example.org", id, {}, 409);
    expect(again.detail).toBe("You are in this already: it stands on your shelf.");
  });
});

test("an order is read by its secret alone; orders are found, page by page", async () => {
  const id = await onSale("Orders");
  const made: Bought[] = [];
  for (const name of ["Ana", "Bea", "Cleo"]) made.push(await press(null, id, somebody(name)));
  const [first] = made as [Bought];
  for (const secret of ["", "wrong"]) {
    const path = `/schools/one/orders/${first.order}/own?secret=${secret}`;
    expect((await owned.app.ask(null, "GET", path)).status).toBe(404);
  }
  type Page = { orders: { name: string }[]; next: string | null };
  const seen: string[] = [];
  for (let after = ""; ; ) {
    const page = await owned.ask<Page>(
      "GET",
      `/schools/one/orders?most=2&find=@example.org${after && `&after=${encodeURIComponent(after)}`}`,
    );
    seen.push(...page.orders.map(({ name }) => name));
    if (page.next === null) break;
    after = page.next;
  }
  expect(new Set(seen).size).toBe(seen.length);
  expect(seen).toEqual(expect.arrayContaining(["Ana", "Bea", "Cleo"]));
  const found = await owned.ask<Page>("GET", "/schools/one/orders?find=cle&state=open");
  expect(found.orders.map(({ name }) => name)).toEqual(["Cleo"]);
});

test("a course's own listings are found among all, a bundle's too", async () => {
  const one = await onSale("Of this course");
  type Listings = { listings: { id: string }[] };
  const of = (course: string) =>
    owned.ask<Listings>("GET", `/schools/one/listings?course=${course}&most=200`);
  expect((await of("c")).listings.map(({ id }) => id)).toContain(one);
  expect((await of("nothing")).listings).toEqual([]);
});
