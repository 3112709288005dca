/**
 * Orders that run: parts and periods are charged by themselves, once; what fails is tried again, shuts access and opens
 * it again; a buyer pays with another card, cancels, and takes that back. The rules are orders.md's; what they come to is
 * the core's own (core/test/sales/orders), here it is written, told and done.
 */
import type { OwnOrder, OwnOrders } from "@dawngate/contract/sales";
import type { Today } from "@dawngate/contract/today";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { orderRunner } from "../../src/sales/running/charge";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import {
  type Bought,
  forDays,
  IN_THREE,
  type Selling,
  sellingSchool,
  somebody,
} from "../helpers/selling";

let school: Selling;
let now: Instant = instant("2027-03-06T11:00:00Z");
beforeAll(async () => {
  school = await sellingSchool(() => now);
});
beforeEach(() => {
  now = instant("2027-03-06T11:00:00Z");
  school.till.become("paid");
  school.till.silence(false);
});
afterAll(() => school.owned.test_.close());

const MONTHLY = {
  options: [
    {
      id: "monthly",
      kind: "subscription",
      amount: 1500,
      every: "P1M",
      trial: "P14D",
      default: true,
    },
  ],
};

async function inParts(title: string, name: string): Promise<Bought> {
  const listing = await school.onSale(title, IN_THREE);
  const bought = await school.press(null, listing, {
    ...somebody(name),
    option: "three",
    seen: { total: 20_100, dueNow: 6700 },
  });
  await school.tell(bought.order, "paid", `ch-${bought.order}`);
  return bought;
}

const runner = () =>
  orderRunner({
    db: school.owned.test_.db,
    payments: school.till.payments,
    baseUrl: "https://x",
    now: () => now,
  });
/** What the job does at an instant, as it does it. */
async function at(when: string, bought: Bought): Promise<OwnOrder> {
  now = instant(when);
  await runner()(school.owned.school, bought.order);
  await school.owned.app.workOff();
  return school.own(bought);
}
const parts = ({ running }: OwnOrder) => running?.parts.map(({ state }) => state);
const chargesOf = ({ order }: Bought) =>
  school.till.asked.filter(({ reference }) => reference.includes(order));
const subjects = (name: string) =>
  school.owned.app.mails
    .filter(({ to }) => to.startsWith(name.toLowerCase()))
    .map(({ subject }) => subject);
const nextOf = async ({ order }: Bought) =>
  school.owned.test_.db.withSchool(
    { school: school.owned.school, who: { kind: "system", id: "test", name: "test" } as never },
    async (tx) =>
      await tx
        .selectFrom("sales_order")
        .select(["next_at", "standing"])
        .where("id", "=", order)
        .executeTakeFirstOrThrow(),
  );
/** The kinds of what stands on the record of the order's enrollment. */
async function record({ order }: Bought): Promise<string[]> {
  const { enrollments } = await school.owned.ask<{ enrollments: { id: string }[] }>(
    "GET",
    `/schools/one/orders/${order}`,
  );
  const rows = await school.owned.test_.db.withSchool(
    { school: school.owned.school, who: { kind: "system", id: "test", name: "test" } as never },
    (tx) =>
      tx
        .selectFrom("enrollment_event")
        .select("kind")
        .where("enrollment_id", "=", enrollments[0]?.id ?? "")
        .orderBy("sequence")
        .execute(),
  );
  return rows.map(({ kind }) => kind);
}

test("each part is charged on its day at the hour set, once, however often and by how many it is done", async () => {
  const bought = await inParts("In three", "Anton");
  expect(parts(await school.own(bought))).toEqual(["paid", "ahead", "ahead"]);
  expect(await nextOf(bought)).toEqual({ next_at: "2027-04-06T05:00:00Z", standing: "running" });
  await at("2027-04-06T04:59:59Z", bought);
  expect(chargesOf(bought)).toEqual([]);
  now = instant("2027-04-06T05:00:00Z");
  await Promise.all([1, 2, 3].map(() => runner()(school.owned.school, bought.order)));
  expect(chargesOf(bought)).toMatchObject([{ amount: 6700, currency: "EUR", card: "card-1" }]);
  expect(parts(await at("2027-04-06T05:00:00Z", bought))).toEqual(["paid", "paid", "ahead"]);
  const last = await at("2027-05-06T05:00:00Z", bought);
  expect(last.running).toMatchObject({ standing: "settled", open: 0, ahead: 0 });
  expect(chargesOf(bought)).toHaveLength(2);
  expect(await record(bought)).toEqual(expect.arrayContaining(["part-paid", "part-paid"]));
  expect((await nextOf(bought)).next_at).toBeNull();
  expect(subjects("Anton").filter((one) => one.includes("67.00 paid"))).toHaveLength(2);
});

test("a part that fails is tried again as agreed, shuts access after its grace, and opens it once it is paid", async () => {
  const bought = await inParts("It fails", "Ben");
  school.till.become("refused");
  expect(parts(await at("2027-04-06T05:00:00Z", bought))).toEqual(["paid", "failed", "ahead"]);
  for (const day of ["07", "09", "13"]) await at(`2027-04-${day}T05:00:00Z`, bought);
  expect(chargesOf(bought)).toHaveLength(4);
  expect(subjects("Ben").filter((one) => one.includes("could not be charged"))).toHaveLength(4);
  // Suspended from the start of the day after the third day of grace, whenever it was done.
  const shut = await at("2027-04-14T09:00:00Z", bought);
  expect(shut.running).toMatchObject({ standing: "suspended", open: 6700 });
  const { needs } = await school.owned.ask<Today>("GET", "/schools/one/today");
  expect(needs.find(({ kind }) => kind === "unpaid")?.title).toBe("One order has an unpaid part");
  expect(await record(bought)).toContain("suspended");
  expect(subjects("Ben").filter((one) => one.startsWith("Closed until"))).toHaveLength(1);

  // The letter's link opens the order, and nothing else, for a while.
  const letter = school.owned.app.mails.findLast(
    ({ to, subject }) => to.startsWith("ben") && subject.startsWith("Closed"),
  );
  const [, secret = ""] = /\/orders\/[^?]+\?secret=([^\s"]+)/.exec(letter?.text ?? "") ?? [];
  const pay = (of: string, status: number) =>
    school.owned.app
      .ask(null, "POST", `/schools/one/orders/${bought.order}/card`, { secret: of })
      .then((response) => {
        expect(response.status).toBe(status);
        return response;
      });
  await pay("wrong", 404);
  await pay(secret, 200);
  const payment = school.till.made.at(-1);
  expect(payment).toMatchObject({ amount: 6700 });
  // While its buyer is at the till nothing is charged by itself; pressed again it is the same payment.
  await pay(secret, 200);
  expect(school.till.made.at(-1)?.key).toBe(payment?.key);
  const { body, headers } = school.till.says(
    payment as never,
    "paid",
    "ch-hand",
    new Date(),
    "card-2",
  );
  for (let i = 0; i < 3; i++)
    expect(
      (await school.owned.app.ask(null, "POST", "/payments/heard", body, headers)).status,
    ).toBe(200);
  expect((await school.own(bought)).running).toMatchObject({ standing: "running", open: 0 });
  expect(await record(bought)).toEqual(expect.arrayContaining(["suspended", "unsuspended"]));
  // Nothing is open any more: a card is kept by it, and nothing is paid.
  const before = school.till.made.length;
  await pay(secret, 200);
  expect([school.till.made.length, school.till.cards.length]).toEqual([before, 1]);
  // The next part goes to the new card.
  school.till.become("paid");
  await at("2027-05-06T05:00:00Z", bought);
  expect(chargesOf(bought).at(-1)).toMatchObject({ card: "card-2" });
  now = instant("2027-06-20T00:00:00Z");
  await pay(secret, 404);
});

test("a part that stays unpaid ends the order and the access, and nothing is charged any more", async () => {
  const bought = await inParts("It ends", "Cleo");
  school.till.become("refused");
  for (const day of ["04-06", "04-07", "04-09", "04-13"]) await at(`2027-${day}T05:00:00Z`, bought);
  const over = await at("2027-05-07T06:00:00Z", bought);
  expect(over.running?.standing).toBe("ended");
  expect(parts(over)).toEqual(["paid", "written-off", "written-off"]);
  expect(await record(bought)).toContain("revoked");
  expect(subjects("Cleo").at(-1)).toBe("Ended: It ends");
  const before = chargesOf(bought).length;
  await at("2027-06-06T05:00:00Z", bought);
  expect(chargesOf(bought)).toHaveLength(before);
});

test("a till that is silent is asked again with the same key; one that has not decided is asked a minute later", async () => {
  const bought = await inParts("Silence", "Dora");
  school.till.silence(true);
  now = instant("2027-04-06T05:00:00Z");
  await expect(runner()(school.owned.school, bought.order)).rejects.toThrow("silent");
  school.till.silence(false);
  school.till.become("open");
  await at("2027-04-06T05:01:00Z", bought);
  expect(parts(await school.own(bought))).toEqual(["paid", "due", "ahead"]);
  school.till.become("paid");
  expect(parts(await at("2027-04-06T05:02:00Z", bought))).toEqual(["paid", "paid", "ahead"]);
  expect(new Set(chargesOf(bought).map(({ key }) => key)).size).toBe(1);
});

test("a server that dies between the charge and its writing charges nothing twice", async () => {
  const bought = await inParts("It dies", "Doris");
  now = instant("2027-04-06T05:00:00Z");
  const dying = orderRunner({
    db: school.owned.test_.db,
    payments: {
      ...school.till.payments,
      async charge(wanted) {
        await school.till.payments.charge(wanted);
        throw new Error("killed");
      },
    },
    baseUrl: "https://x",
    now: () => now,
  });
  await expect(dying(school.owned.school, bought.order)).rejects.toThrow("killed");
  expect(parts(await school.own(bought))).toEqual(["paid", "due", "ahead"]);
  expect(parts(await at("2027-04-06T05:00:30Z", bought))).toEqual(["paid", "paid", "ahead"]);
  expect(chargesOf(bought)).toHaveLength(1);
});

test("a charge that is told after the part was paid in another way is to be given back", async () => {
  const bought = await inParts("Twice", "Emil");
  await at("2027-04-06T05:00:00Z", bought);
  const payment = { ...school.till.made.at(-1), amount: 6700 } as never;
  const reference = JSON.stringify([school.owned.school, bought.order, 2]);
  const { body, headers } = school.till.says(
    { ...(payment as object), reference } as never,
    "paid",
    "ch-again",
  );
  await school.owned.app.ask(null, "POST", "/payments/heard", body, headers);
  const { events } = await school.owned.ask<{ events: { kind: string; charge: string | null }[] }>(
    "GET",
    `/schools/one/orders/${bought.order}`,
  );
  expect(events.filter(({ kind }) => kind === "excess")).toMatchObject([{ charge: "ch-again" }]);
});

test("a subscription: tried free, charged from period to period, cancelled in a press, taken back, and run out", async () => {
  const listing = await school.onSale("Month by month", MONTHLY);
  const bought = await school.press(null, listing, {
    ...somebody("Fenna"),
    option: "monthly",
    seen: { total: 1500, dueNow: 0 },
  });
  const press = async (what: string, status = 200) => {
    const path = `/schools/one/orders/${bought.order}/${what}`;
    const response = await school.owned.app.ask(null, "POST", path, { secret: bought.secret });
    expect(response.status).toBe(status);
    return (await response.json()) as OwnOrder;
  };
  expect((await school.own(bought)).running).toMatchObject({ standing: "trial", mayCancel: true });
  // No card yet: its first period cannot be charged, and the buyer is asked for one.
  await at("2027-03-20T06:00:00Z", bought);
  expect(subjects("Fenna").some((one) => one.includes("could not be charged"))).toBe(true);
  const { pay } = await school.owned.app
    .ask(null, "POST", `/schools/one/orders/${bought.order}/card`, { secret: bought.secret })
    .then((response) => response.json() as Promise<{ pay: string }>);
  expect(pay).toContain("till.example.org");
  const { body, headers } = school.till.says(school.till.made.at(-1) as never, "paid", "ch-f1");
  await school.owned.app.ask(null, "POST", "/payments/heard", body, headers);
  expect((await school.own(bought)).running).toMatchObject({
    standing: "running",
    paidThrough: "2027-04-19",
  });
  await at("2027-04-20T05:00:00Z", bought);
  expect((await school.own(bought)).running?.paidThrough).toBe("2027-05-19");
  expect((await press("cancelled")).running).toMatchObject({
    standing: "ending",
    mayCancel: false,
    mayTakeBack: true,
  });
  await press("cancelled");
  expect((await press("cancel-taken-back")).running?.standing).toBe("running");
  await press("cancelled");
  const charges = chargesOf(bought).length;
  const over = await at("2027-05-20T06:00:00Z", bought);
  expect(over.running?.standing).toBe("ended");
  expect(chargesOf(bought)).toHaveLength(charges);
  await press("cancelled", 409);
  // It runs out by itself: nothing is taken away.
  expect(await record(bought)).not.toContain("revoked");
});

test("what is bought at once does not run; one's own orders are found by whoever is signed in", async () => {
  const listing = await school.onSale("At once");
  const bought = await school.press(OWNER, listing, {});
  await school.tell(bought.order, "paid", "ch-once");
  expect((await school.own(bought)).running).toBeNull();
  const mine = await school.owned.ask<OwnOrders>("GET", "/schools/one/own-orders");
  expect(mine.orders).toMatchObject([
    { id: bought.order, title: "At once", total: 19_900, state: "paid", standing: null },
  ]);
  // Signed in, it is opened without a secret; by anybody else it is not.
  const open = (who: string | null) =>
    school.owned.app.ask(who, "GET", `/schools/one/orders/${bought.order}/own`);
  expect((await open(null)).status).toBe(404);
  expect(formatInstant(now)).toBe("2027-03-06T11:00:00Z");
});

test("whoever has paid is led on where the listing says, and nobody to an address that is not safe", async () => {
  const next = { says: "Come in.", label: "The flour list", url: "https://flour.example.org/list" };
  const listing = await school.onSale("Led on", { next });
  const bought = await school.press(null, listing, somebody("Greta"));
  expect((await school.own(bought)).next).toBeNull();
  await school.tell(bought.order, "paid", "ch-led");
  expect((await school.own(bought)).next).toEqual(next);
  const { number, offer } = await school.owned.ask<{ number: number; offer: object }>(
    "GET",
    `/schools/one/listings/${listing}`,
  );
  for (const url of ["http://flour.example.org", "javascript:alert(1)", "flour"]) {
    const body = { number, offer: { ...offer, next: { ...next, url } } };
    const response = await school.owned.app.ask(
      OWNER,
      "PUT",
      `/schools/one/listings/${listing}`,
      body,
    );
    expect([url, response.status]).toEqual([url, 422]);
  }
});

/** By the month, without a trial. */
const AT_ONCE = {
  options: [{ id: "monthly", kind: "subscription", amount: 1500, every: "P1M", default: true }],
};

test("whoever was in for ever and buys once more keeps what they had, whatever becomes of the order", async () => {
  const forEver = await school.onSale("For ever", {
    options: [{ id: "free", kind: "free", default: true }],
    validity: [],
  });
  const free = { option: "free", seen: { total: 0, dueNow: 0 } };
  await school.press(null, forEver, { ...somebody("Wim"), ...free });
  const access = async () => {
    const { people } = await school.owned.ask<{ people: { enrollment: string }[] }>(
      "GET",
      "/schools/one/courses/c/people?find=wim",
    );
    const { access } = await school.owned.ask<{
      access: { until: string | null; state: string; shutBy: string | null };
    }>("GET", `/schools/one/courses/c/timeline?enrollment=${people[0]?.enrollment}`);
    return [people.length, access.until, access.shutBy];
  };
  // Not signed in, so nobody can tell them that they need not.
  const monthly = await school.onSale("By the month, for Wim", AT_ONCE);
  const bought = await school.press(null, monthly, {
    ...somebody("Wim"),
    option: "monthly",
    seen: { total: 1500, dueNow: 1500 },
  });
  await school.tell(bought.order, "paid", `ch-${bought.order}`);
  school.till.become("refused");
  for (const day of ["2027-04-06", "2027-04-20", "2027-05-30"])
    await at(`${day}T11:00:00Z`, bought);
  expect((await nextOf(bought)).standing).toBe("ended");
  expect(await access()).toEqual([1, null, null]);
});

test("whoever was let in for two weeks and pays by the month is in for as long as it is paid", async () => {
  const taster = await school.onSale("Two weeks for Ulf", {
    options: [{ id: "free", kind: "free", default: true }],
    validity: [forDays(14)],
  });
  const free = { option: "free", seen: { total: 0, dueNow: 0 } };
  await school.press(null, taster, { ...somebody("Ulf"), ...free });
  const listing = await school.onSale("By the month, for Ulf", AT_ONCE);
  const bought = await school.press(null, listing, {
    ...somebody("Ulf"),
    option: "monthly",
    seen: { total: 1500, dueNow: 1500 },
  });
  await school.tell(bought.order, "paid", `ch-${bought.order}`);
  const until = async () => {
    const { people } = await school.owned.ask<{ people: { until: string | null }[] }>(
      "GET",
      "/schools/one/courses/c/people?find=ulf",
    );
    return people.map((one) => one.until?.slice(0, 10));
  };
  const first = await until();
  expect(first[0]?.slice(0, 7)).toBe("2027-04");
  await at("2027-04-06T11:00:00Z", bought);
  expect((await until())[0]?.slice(0, 7)).toBe("2027-05");
});
