/**
 * The card an order is charged to: put in where nothing is due, through whatever the till does, and asked for in time where
 * it ends before a payment. When that is said is the core's (core/test/sales/orders/card-end.test.ts).
 */
import type { OwnOrder } from "@dawngate/contract/sales";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import type { SchoolTransaction } from "../../src/db/connection";
import { pageAsker } from "../../src/sales/cards/ask-page";
import { orderRunner } from "../../src/sales/running/charge";
import type { NewCard } from "../../src/stand-ins/payments";
import { instant } from "../helpers/sample";
import { type Bought, IN_THREE, type Selling, sellingSchool, somebody } from "../helpers/selling";

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

const TRIED = {
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
const tried = async (name: string) =>
  school.press(null, await school.onSale(`${name} tries`, TRIED), {
    ...somebody(name),
    option: "monthly",
    seen: { total: 1500, dueNow: 0 },
  });

const parts = () => ({
  db: school.owned.test_.db,
  payments: school.till.payments,
  baseUrl: "https://x",
  now: () => now,
});
const inSchool = <T>(work: (tx: SchoolTransaction) => Promise<T>) =>
  school.owned.test_.db.withSchool(
    { school: school.owned.school, who: { kind: "system", id: "test", name: "test" } as never },
    work,
  );
/** What jobs do at an instant. */
async function at(when: string, bought: Bought): Promise<OwnOrder> {
  now = instant(when);
  await orderRunner(parts())(school.owned.school, bought.order);
  await school.owned.app.workOff();
  return school.own(bought);
}
async function putIn({ order, secret }: Bought, status = 200): Promise<NewCard> {
  const path = `/schools/one/orders/${order}/card`;
  const response = await school.owned.app.ask(null, "POST", path, { secret });
  expect(response.status).toBe(status);
  return school.till.cards.at(-1) as NewCard;
}
/** The till tells that a card was put in on a page of its. */
async function kept(page: NewCard, charge: string, card: string, expires = "2030-01") {
  const known = { cardEnds: "0042", cardExpires: expires };
  const { body, headers } = school.till.says(
    page,
    "card.kept",
    charge,
    new Date(),
    card,
    "PT",
    known,
  );
  const { status } = await school.owned.app.ask(null, "POST", "/payments/heard", body, headers);
  expect(status).toBe(200);
}
const mails = (name: string) =>
  school.owned.app.mails.filter(({ to }) => to.startsWith(name.toLowerCase()));
const subjects = (name: string, about: RegExp) =>
  mails(name).filter(({ subject }) => about.test(subject)).length;
const kinds = async (bought: Bought) => {
  const { events } = await school.order(bought);
  return events.map(({ kind }) => kind);
};
const nextOf = async ({ order }: Bought) => {
  const { rows } = await inSchool((tx) =>
    sql<{ next: string }>`select next_at as next from sales_order where id = ${order}`.execute(tx),
  );
  return formatInstant(Date.parse(rows[0]?.next ?? "") as Instant);
};
const charges = ({ order }: Bought) =>
  school.till.asked.filter(({ reference }) => reference.includes(order));

test("tried free, a card is put in before the first period: nothing is charged, and then that card is", async () => {
  const bought = await tried("Alma");
  expect((await school.own(bought)).running).toMatchObject({
    card: null,
    cardEnd: { due: "2027-03-20", amount: 1500 },
    mayPutIn: true,
  });
  // Its receipt says so, with the way to it.
  expect(mails("Alma").find(({ subject }) => subject.startsWith("Receipt"))?.text).toMatch(
    /no card on file yet[\s\S]*Put in a card: https?:\S+secret=/,
  );
  const page = await putIn(bought);
  // Pressed again it is the same page.
  expect((await putIn(bought)).key).toBe(page.key);
  for (let i = 0; i < 3; i++) await kept(page, "kept-1", "card-alma");
  await school.owned.app.workOff();
  expect((await school.own(bought)).running).toMatchObject({
    card: { ends: "0042", expires: "2030-01" },
    cardEnd: null,
    standing: "trial",
  });
  expect(charges(bought)).toEqual([]);
  expect((await kinds(bought)).filter((kind) => kind === "card-replaced")).toHaveLength(1);
  expect(subjects("Alma", /^Your card is kept/)).toBe(1);
  expect(mails("Alma").at(-1)?.text).toContain("•••• 0042 (01/2030)");
  // The next card is another page.
  expect((await putIn(bought)).key).not.toBe(page.key);
  const paid = await at("2027-03-20T06:00:00Z", bought);
  expect(charges(bought)).toMatchObject([{ card: "card-alma", amount: 1500 }]);
  expect(paid.running?.standing).toBe("running");
});

test("without a card its buyer is told seven days before and two, once each, in whatever order jobs come", async () => {
  const bought = await tried("Bela");
  expect(await nextOf(bought)).toBe("2027-03-13T06:00:00Z");
  now = instant("2027-03-13T06:00:00Z");
  await Promise.all([1, 2, 3].map(() => orderRunner(parts())(school.owned.school, bought.order)));
  await at("2027-03-13T09:00:00Z", bought);
  expect(subjects("Bela", /^A card is needed/)).toBe(1);
  expect(await nextOf(bought)).toBe("2027-03-18T06:00:00Z");
  await at("2027-03-18T06:00:00Z", bought);
  expect(subjects("Bela", /^A card is needed/)).toBe(2);
  // The mail's own link opens the page, and the card that is put in by it ends the matter.
  const [, secret = ""] =
    /\/orders\/[^?]+\?secret=([^\s"]+)/.exec(mails("Bela").at(-1)?.text ?? "") ?? [];
  await kept(await putIn({ ...bought, secret }), "kept-2", "card-bela");
  expect((await school.own(bought)).running?.cardEnd).toBeNull();
  expect(await nextOf(bought)).toBe("2027-03-20T06:00:00Z");
});

test("a card that ends before a part is said thirty days before and seven; one put in late is said once, by the nearer", async () => {
  const bought = await school.press(null, await school.onSale("Its card ends", IN_THREE), {
    ...somebody("Cora"),
    option: "three",
    seen: { total: 20_100, dueNow: 6700 },
  });
  const paid = school.till.made.at(-1);
  const { body, headers } = school.till.says(
    paid as never,
    "paid",
    "ch-cora",
    new Date(),
    "card-cora",
    "PT",
    { cardEnds: "0001", cardExpires: "2027-04" },
  );
  await school.owned.app.ask(null, "POST", "/payments/heard", body, headers);
  await school.owned.app.workOff();
  expect(mails("Cora").find(({ subject }) => subject.startsWith("Receipt"))?.text).not.toContain(
    "Put in a card",
  );
  expect((await school.own(bought)).running).toMatchObject({
    card: { ends: "0001", expires: "2027-04" },
    cardEnd: { due: "2027-05-06", amount: 6700 },
  });
  // Its charge and its warning fall on one instant: both are done.
  await at("2027-04-06T05:00:00Z", bought);
  expect(charges(bought)).toHaveLength(1);
  expect(subjects("Cora", /^Your card ends before/)).toBe(1);
  expect(mails("Cora").find(({ subject }) => subject.startsWith("Your card ends"))?.text).toMatch(
    /•••• 0001 \(04\/2027\)/,
  );
  // Another that ends as soon: the seven days are said, not the thirty once more.
  await kept(await putIn(bought), "kept-3", "card-cora-2", "2027-04");
  await at("2027-04-28T05:00:00Z", bought);
  expect(subjects("Cora", /^Your card ends before/)).toBe(1);
  await at("2027-04-29T05:00:00Z", bought);
  expect(subjects("Cora", /^Your card ends before/)).toBe(2);
  expect((await kinds(bought)).filter((kind) => kind === "card-warned")).toHaveLength(2);
  const over = await at("2027-05-06T05:00:00Z", bought);
  // What a bank says of a card that has ended is the bank's: it was tried all the same.
  expect(charges(bought).at(-1)).toMatchObject({ card: "card-cora-2" });
  expect(over.running).toMatchObject({ mayPutIn: false, cardEnd: null });
  await putIn(bought, 409);
});

test("a card put in on a page that was open when the part failed is tried at once", async () => {
  const bought = await tried("Dunja");
  const page = await putIn(bought);
  await at("2027-03-20T06:00:00Z", bought);
  expect((await school.own(bought)).running?.standing).toBe("late");
  now = instant("2027-03-20T06:10:00Z");
  await kept(page, "kept-4", "card-dunja");
  const after = await at("2027-03-20T06:10:00Z", bought);
  expect(charges(bought)).toMatchObject([{ card: "card-dunja" }]);
  expect(after.running).toMatchObject({ standing: "running", open: 0 });
});

test("a till that tells nobody is asked: a card that was kept, and a part that was paid, are found", async () => {
  const bought = await tried("Edda");
  const page = await putIn(bought);
  const ask = pageAsker(parts());
  const asked = { order: bought.order, key: page.key, part: null, left: 3 };
  const waiting = async () => {
    const { rows } = await inSchool((tx) =>
      sql<{ left: number }>`
        select (payload ->> 'left')::integer as left from outbox
        where kind = 'ask-page' and state = 'waiting' and payload ->> 'key' = ${page.key}
      `.execute(tx),
    );
    return rows.map(({ left }) => left).sort((a, b) => a - b);
  };
  expect(await waiting()).toEqual([60]);
  // Nothing is known of it yet, then it was refused: another may follow on the same page, until it has been asked enough.
  await ask(school.owned.school, asked);
  expect(await waiting()).toEqual([2, 60]);
  school.till.known.set(page.key, { state: "refused", charge: "no", amount: 0, card: null });
  await ask(school.owned.school, { ...asked, left: 1 });
  expect(await waiting()).toEqual([2, 60]);
  const found = { charge: "kept-5", amount: 0, card: "card-edda", cardEnds: "0007" };
  school.till.known.set(page.key, { state: "paid", ...found });
  await Promise.all([ask(school.owned.school, asked), ask(school.owned.school, asked)]);
  await kept(page, "kept-5", "card-edda");
  expect((await school.own(bought)).running?.card).toEqual({ ends: "0007", expires: null });
  expect((await kinds(bought)).filter((kind) => kind === "card-replaced")).toHaveLength(1);

  // A part that is paid by hand.
  school.till.become("refused");
  await at("2027-03-20T06:00:00Z", bought);
  await putIn(bought);
  const { key = "" } = school.till.made.at(-1) ?? {};
  school.till.known.set(key, { state: "paid", charge: "hand-5", amount: 1500, card: "card-new" });
  await ask(school.owned.school, { order: bought.order, key, part: 1, left: 3 });
  expect((await school.own(bought)).running).toMatchObject({ standing: "running", open: 0 });
});

test("what is told late of a charge to the card on file does not bring that card back", async () => {
  const bought = await tried("Femke");
  await kept(await putIn(bought), "kept-6", "card-old");
  // Its bank has not answered when another card is put in.
  school.till.become("open");
  await at("2027-03-20T06:00:00Z", bought);
  const [charge] = charges(bought);
  expect(charge?.card).toBe("card-old");
  now = instant("2027-03-20T06:05:00Z");
  const page = { key: "another", reference: charge?.reference ?? "", returnTo: "" };
  await kept(
    { ...page, reference: JSON.stringify([school.owned.school, bought.order]) },
    "kept-7",
    "card-new",
  );
  const { body, headers } = school.till.says(
    { ...page, amount: 1500, currency: "EUR" },
    "paid",
    "ch-femke",
    new Date(),
    "card-old",
  );
  await school.owned.app.ask(null, "POST", "/payments/heard", body, headers);
  expect((await school.own(bought)).running).toMatchObject({ standing: "running", open: 0 });
  school.till.become("paid");
  await at("2027-04-20T05:00:00Z", bought);
  expect(charges(bought).at(-1)?.card).toBe("card-new");
});

test("a cancelled order, or one of somebody else, is given no card", async () => {
  const bought = await tried("Greta");
  await putIn({ ...bought, secret: "of nobody" }, 404);
  const path = `/schools/one/orders/${bought.order}/cancelled`;
  await school.owned.app.ask(null, "POST", path, { secret: bought.secret });
  expect((await school.own(bought)).running).toMatchObject({ mayPutIn: false });
  await putIn(bought, 409);
  school.till.silence(true);
  const other = await tried("Hanne");
  await putIn(other, 503);
});
