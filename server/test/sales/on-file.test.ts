/** Paid in one press by the card one has paid with before: once, whatever the till does; a renewal too. */
import type { Offered } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { tillAsker } from "../../src/sales/ask-till";
import { instant } from "../helpers/sample";
import { type Bought, forDays, ONCE, type Selling, sellingSchool } from "../helpers/selling";

const RENEWAL = { id: "again", kind: "once", amount: 4_900, renewal: true };
const TERMS = { validity: [forDays(30)], options: [ONCE, RENEWAL] };
let school: Selling;
let now: Instant = instant("2027-03-10T12:00:00Z");
beforeAll(async () => {
  school = await sellingSchool(() => now);
});
beforeEach(() => {
  now = instant("2027-03-10T12:00:00Z");
  school.till.become("paid");
  school.till.silence(false);
});
afterAll(() => school.owned.test_.close());

const offered = async (who: string | null, listing: string) =>
  (await (
    await school.owned.app.ask(who, "GET", `/schools/one/offers/${listing}`)
  ).json()) as Offered;
/** Somebody signed in pays on the till's page, with a card that is good through a month. */
async function paysFirst(who: string, card: string, expires = "2030-01"): Promise<Bought> {
  const listing = await school.onSale(`First of ${who}`, TERMS);
  const bought = await school.press<Bought>(who, listing, {});
  const payment = school.till.made.find(({ reference }) => reference.includes(bought.order));
  const known = { cardEnds: "0042", cardExpires: expires };
  const { body, headers } = school.till.says(
    payment as never,
    "paid",
    `ch-${bought.order}`,
    new Date(),
    card,
    "PT",
    known,
  );
  await school.owned.app.ask(null, "POST", "/payments/heard", body, headers);
  return bought;
}
const charges = ({ order }: Bought) =>
  school.till.asked.filter(({ reference }) => reference.includes(order));
const stateOf = async (bought: Bought) => (await school.order(bought)).state;

test("whoever is signed in is offered their own card, and no one else's; one that has ended is none", async () => {
  const listing = await school.onSale("Offered", TERMS);
  expect((await offered("ida@example.org", listing)).onFile).toBeNull();
  await paysFirst("ida@example.org", "card-ida");
  expect((await offered("ida@example.org", listing)).onFile).toEqual({ ends: "0042" });
  expect((await offered("jon@example.org", listing)).onFile).toBeNull();
  expect((await offered(null, listing)).onFile).toBeNull();
  await paysFirst("kai@example.org", "card-kai", "2027-03");
  expect((await offered("kai@example.org", listing)).onFile).toEqual({ ends: "0042" });
  now = instant("2027-04-01T00:00:00Z");
  expect((await offered("kai@example.org", listing)).onFile).toBeNull();
  // And nobody pays by one that is not there: nothing is written.
  await school.press("kai@example.org", listing, { onFile: true }, 409);
  await school.press(null, listing, { name: "Lo", email: "lo@example.org", onFile: true }, 409);
  expect(charges({ order: listing, secret: "" } as Bought)).toEqual([]);
});

test("one press: charged once to that card, and in; the same press again is the same order", async () => {
  await paysFirst("mia@example.org", "card-mia");
  const listing = await school.onSale("At once", { options: [ONCE], validity: [forDays(400)] });
  const press = { key: "the-same-press-of-mia", onFile: true };
  const [one, two] = await Promise.all([
    school.press<Bought>("mia@example.org", listing, press),
    school.press<Bought>("mia@example.org", listing, press),
  ]);
  expect(one.order).toBe(two.order);
  expect([one.pay, two.pay]).toEqual([null, null]);
  expect(charges(one)).toMatchObject([{ card: "card-mia", amount: 19_900, currency: "EUR" }]);
  const own = await school.own(
    (await stateOf(one)) === "paid" ? { ...one, secret: two.secret } : one,
  );
  expect(own).toMatchObject({ state: "paid", enrollments: [{}] });
  // What the till tells of it besides is the same charge.
  const [{ reference, key } = { reference: "", key: "" }] = charges(one);
  const charge = (await school.order(one)).events.find(({ kind }) => kind === "charged")?.charge;
  const { body, headers } = school.till.says(
    { key, reference, returnTo: "", amount: 19_900, currency: "EUR" },
    "paid",
    charge ?? "",
  );
  await school.owned.app.ask(null, "POST", "/payments/heard", body, headers);
  const kinds = (await school.order(one)).events.map(({ kind }) => kind);
  expect(kinds.filter((kind) => kind === "charged" || kind === "excess")).toEqual(["charged"]);
});

test("a renewal by it: one press, and the end is later", async () => {
  const who = "nora@example.org";
  const listing = await school.onSale("Renewed by card", TERMS);
  const first = await school.press<Bought>(who, listing, {});
  await school.tell(first.order, "paid", "ch-nora");
  const before = (await offered(who, listing)).renews?.[0];
  expect(before).toBeDefined();
  const again = await school.press<Bought>(who, listing, {
    ...{ option: "again", renews: true, onFile: true, seen: { total: 4_900, dueNow: 4_900 } },
  });
  expect(again.pay).toBeNull();
  expect((await offered(who, listing)).renews?.[0]?.until).toBe(before?.becomes);
  expect(charges(again)).toMatchObject([{ card: "card-1", amount: 4_900 }]);
});

test("refused, nothing is charged and nothing held: it is bought anew with another card", async () => {
  const who = "olga@example.org";
  await paysFirst(who, "card-olga");
  const listing = await school.onSale("Refused", {
    ...{ options: [ONCE], validity: [forDays(400)], seatLimit: 1 },
  });
  school.till.become("refused");
  const press = { key: "olga-presses-once", onFile: true };
  const refused = await school.press<{ detail: string }>(who, listing, press, 409);
  expect(refused.detail).toBe(
    "The card ending in 0042 was refused. Nothing was charged: pay with another.",
  );
  // Its only seat is free again.
  expect((await offered(who, listing)).seatsLeft).toBe(1);
  const page = await school.press<Bought>(who, listing, {});
  expect(page.pay).toContain("till.example.org");
});

test("a till that is silent, or has not decided, is asked: the order waits, and is paid once", async () => {
  const who = "pia@example.org";
  await paysFirst(who, "card-pia");
  const listing = await school.onSale("Silence", { options: [ONCE], validity: [forDays(400)] });
  school.till.silence(true);
  const bought = await school.press<Bought>(who, listing, { onFile: true });
  expect([bought.pay, await stateOf(bought)]).toEqual([null, "open"]);
  school.till.silence(false);
  school.till.known.set(`${school.owned.school} ${bought.order}`, {
    ...{ state: "paid", charge: "ch-pia", amount: 19_900, card: "card-pia" },
  });
  const ask = tillAsker({
    db: school.owned.test_.db,
    payments: school.till.payments,
    baseUrl: "https://x",
    now: () => now,
  });
  await Promise.all([1, 2].map(() => ask(school.owned.school, bought.order)));
  expect(await stateOf(bought)).toBe("paid");
  const kinds = (await school.order(bought)).events.map(({ kind }) => kind);
  expect(kinds.filter((kind) => kind === "charged" || kind === "excess")).toEqual(["charged"]);
});
