/**
 * Generated lives of orders, lived by the server: parts and periods fall due, cards fail or do not answer, the server ends
 * between the till and its record, what is told is told twice, late and out of order, two servers work at once, buyers pay
 * by hand, cancel and take it back, sellers give back at one instant. What must hold whatever happened is worked out here
 * from what the till has taken, and not from what the server says of itself. What is kept of income is what the core has
 * of the same orders, at every turn.
 */
import type { Order, RefundAnswer } from "@dawngate/contract/sales";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { orderRunner } from "../../src/sales/running/charge";
import type { FoundPayment, NewCharge, PaymentService } from "../../src/stand-ins/payments";
import { expectIncome } from "../helpers/income";
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

const BEGUN = instant("2027-01-29T11:00:00Z");
const DAY = 86_400_000;
/** More for whoever wants to be surer: `LIVES=300`. */
const LIVES = Number(process.env.LIVES ?? 6);
const STEPS = 16;

let school: Selling;
let now: Instant = BEGUN;
const listings: { id: string; option: string; seen: object }[] = [];
beforeAll(async () => {
  school = await sellingSchool(() => now);
  // The till's own books, whichever server or job it was that asked.
  const { charge } = school.till.payments;
  school.till.payments.charge = async (asked) => {
    const found = await charge(asked);
    heard(asked, found);
    return found;
  };
  const monthly = { id: "m", kind: "subscription", amount: 1500, every: "P1M", default: true };
  listings.push(
    {
      // Longer than any of the lives: access ends by the order alone.
      id: await school.onSale("In three", { ...IN_THREE, validity: [forDays(2000)] }),
      option: "three",
      seen: { total: 20_100, dueNow: 6700 },
    },
    {
      id: await school.onSale("By the month", { options: [monthly] }),
      option: "m",
      seen: { total: 1500, dueNow: 1500 },
    },
  );
});
afterAll(() => school.owned.test_.close());

let heard: (asked: NewCharge, found: FoundPayment) => void = () => undefined;

/** SplitMix64's little brother: the same life for the same number, on every machine. */
function dice(seed: number) {
  let state = seed >>> 0;
  return (sides: number) => {
    state = (state + 0x9e3779b9) >>> 0;
    let z = state;
    z = Math.imul(z ^ (z >>> 16), 0x85ebca6b);
    z = Math.imul(z ^ (z >>> 13), 0xc2b2ae35);
    return ((z ^ (z >>> 16)) >>> 0) % sides;
  };
}

/** What the till has taken and given back for an order: by its own books. */
interface Books {
  taken: Map<string, number>;
  refused: Set<string>;
}

async function lived(seed: number): Promise<{ bought: Bought; books: Books }> {
  const roll = dice(seed);
  // After the lives before: what is kept of an order goes by a clock that never goes back.
  now = (now + roll(40) * DAY) as Instant;
  const { id, ...wanted } = listings[seed % listings.length] as (typeof listings)[number];
  const bought = await school.press(null, id, { ...somebody(`Life${seed}`), ...wanted });
  const first = `ch-first-${seed}`;
  await school.tell(bought.order, "paid", first);
  const { dueNow } = wanted.seen as { dueNow: number };
  const books: Books = { taken: new Map([[first, dueNow]]), refused: new Set() };
  const told: {
    charge: string;
    part: NewCharge | { reference: string; key: string };
    amount: number;
    paid: boolean;
  }[] = [];

  heard = (asked, found) => {
    if (found.charge === null || !asked.reference.includes(bought.order)) return;
    if (found.state === "paid") books.taken.set(found.charge, found.amount);
    if (found.state === "refused") books.refused.add(found.charge);
    told.push({
      ...{ charge: found.charge, part: asked, amount: asked.amount },
      paid: found.state === "paid",
    });
  };
  /** `dies`: the server ends before it has heard. */
  const till = (dies: boolean): PaymentService => ({
    ...school.till.payments,
    async charge(asked) {
      const found = await school.till.payments.charge(asked);
      if (dies) throw new Error("The server has ended");
      return found;
    },
  });
  const run = (dies: boolean) =>
    orderRunner({
      ...{ db: school.owned.test_.db, payments: till(dies) },
      ...{ baseUrl: "https://x", now: () => now },
    })(school.owned.school, bought.order).catch((error: Error) => {
      if (error.message !== "The server has ended") throw error;
    });
  const post = (path: string, body: object) =>
    school.owned.app.ask(null, "POST", `/schools/one/orders/${bought.order}${path}`, body);
  const hear = async (
    about: { key: string; reference: string },
    type: "paid" | "refused" | "card.kept",
    charge: string,
    amount: number,
  ) => {
    const said = { ...about, amount, currency: "EUR" } as never;
    const { body, headers } = school.till.says(said, type, charge, new Date());
    const { status } = await school.owned.app.ask(null, "POST", "/payments/heard", body, headers);
    expect(status).toBeLessThan(300);
  };
  const by = { secret: bought.secret };

  for (let step = 0; step < STEPS; step++) {
    now = (now + roll(14) * DAY + roll(24) * 3_600_000) as Instant;
    school.till.become((["paid", "paid", "refused", "open"] as const)[roll(4)] ?? "paid");
    switch (roll(9)) {
      case 0:
        await run(true);
        break;
      case 1:
        await Promise.all([run(false), run(false)]);
        break;
      case 2: {
        // Told again, perhaps long after: of two the later first.
        const some = [...told].reverse().filter(() => roll(2) === 0);
        for (const { charge, part, amount, paid } of some)
          await hear(part, paid ? "paid" : "refused", charge, amount);
        break;
      }
      case 3: {
        // By hand, with another card: what is open is paid, or the card is kept.
        const pages = [school.till.made.length, school.till.cards.length];
        if ((await post("/card", by)).status !== 200) break;
        const paid = school.till.made[pages[0] ?? 0];
        const kept = school.till.cards[pages[1] ?? 0];
        const charge = `ch-hand-${seed}-${step}`;
        if (paid) {
          books.taken.set(charge, paid.amount);
          await hear(paid, "paid", charge, paid.amount);
          await hear(paid, "paid", charge, paid.amount);
        } else if (kept) await hear(kept, "card.kept", charge, 0);
        break;
      }
      case 4: {
        // Two who sell give back at one instant.
        const asked = `/schools/one/orders/${bought.order}/refund?policy=amount&amount=${1 + roll(2000)}`;
        const answer = await school.owned.app.ask(OWNER, "GET", asked);
        if (answer.status !== 200) break;
        const { amount, off } = (await answer.json()) as RefundAnswer;
        await Promise.all(
          ["a", "b"].map((who) =>
            school.owned.app.ask(OWNER, "POST", `/schools/one/orders/${bought.order}/refunds`, {
              ...{ key: `back-${seed}-${step}-${who}`, policy: "amount", amount: amount + off },
              seen: { amount, off },
            }),
          ),
        );
        break;
      }
      case 5:
        await post("/cancelled", by);
        break;
      case 6:
        await post("/cancel-taken-back", by);
        break;
      default:
        await run(false);
    }
    if (step % 5 === 4) await expectIncome(school, now, "2027-01", "2029-12");
  }
  // At the end all that the till knows is known.
  school.till.become("paid");
  for (const { charge, part, amount, paid } of told)
    await hear(part, paid ? "paid" : "refused", charge, amount);
  for (let i = 0; i < 3; i++) await run(false);
  await school.owned.app.workOff();
  await expectIncome(school, now, "2027-01", "2029-12");
  return { bought, books };
}

const sum = (all: Iterable<number>) => [...all].reduce((one, other) => one + other, 0);
const counted = (all: readonly string[]) => new Set(all).size === all.length;

test.each(Array.from({ length: LIVES }, (_, i) => [i + 1]))(
  "life %i: each charge of the till is on record once, no sum is negative, access and papers agree",
  async (seed) => {
    const { bought, books } = await lived(seed);
    const order = await school.order(bought);
    const of = (kind: string) => order.events.filter((event) => event.kind === kind);
    const charges = of("charged").map(({ charge }) => charge ?? "");
    // Nothing was taken that is not on record, nothing is on record that was not taken, and nothing stands there twice.
    expect([...charges].sort()).toEqual([...books.taken.keys()].sort());
    expect(counted(charges)).toBe(true);
    const failed = of("failed").map(({ charge }) => charge ?? "");
    expect(counted(failed)).toBe(true);
    // A charge that was refused has paid nothing.
    expect(failed.filter((charge) => books.taken.has(charge))).toEqual([]);
    sumsOf(order, books);
    await accessOf(order);
  },
  60_000,
);

/** What was taken has paid a part, once, or goes back; no more goes back than has come; papers come to the same. */
function sumsOf(order: Order, { taken }: Books): void {
  const paid = (order.running?.parts ?? []).filter(({ state }) =>
    ["paid", "refunded", "refunded-in-part"].includes(state),
  );
  const excess = order.events.filter(({ kind }) => kind === "excess");
  const excessive = sum(excess.map(({ charge }) => taken.get(charge ?? "") ?? 0));
  const all = sum(taken.values());
  expect(sum(paid.map(({ amount }) => amount)) + excessive).toBe(all);
  const back = order.events.filter(
    ({ kind, charge }) => kind === "refunded" && !excess.some((one) => one.charge === charge),
  );
  const given = sum(back.map(({ amount }) => amount ?? 0));
  expect(given).toBeLessThanOrEqual(all - excessive);
  const papers = (kind: string) =>
    sum(order.documents.filter((one) => one.kind === kind).map(({ amount }) => amount));
  expect([papers("invoice"), papers("credit-note")]).toEqual([all - excessive, given]);
  for (const { amount } of order.running?.parts ?? []) expect(amount).toBeGreaterThanOrEqual(0);
}

/** Nobody is shut out whose order runs and is paid, and nobody is in whose order has ended. */
async function accessOf(order: Order): Promise<void> {
  const [enrollment] = order.enrollments;
  const path = `/schools/one/courses/c/timeline?enrollment=${enrollment?.id}&at=${formatInstant(now)}`;
  const { access } = await school.owned.ask<{
    access: { until: string | null; shutBy: string | null };
  }>("GET", path);
  const standing = order.running?.standing;
  const isOver = access.until !== null && Date.parse(access.until) <= now;
  if (standing === "ended" || standing === "refunded") expect(isOver).toBe(true);
  else {
    expect([standing, access.shutBy === "suspension"]).toEqual([
      standing,
      standing === "suspended",
    ]);
    if (standing === "settled") expect(isOver).toBe(false);
  }
}

test("papers of all lives are numbered without a gap", async () => {
  const orders = await school.owned.ask<{ orders: { id: string }[] }>(
    "GET",
    "/schools/one/orders?most=200",
  );
  const numbers = new Map<string, number[]>();
  for (const { id } of orders.orders)
    for (const { number } of (await school.order({ order: id })).documents) {
      const [, series = "", at = ""] = /^(.*)-(\d+)$/.exec(number) ?? [];
      numbers.set(series, [...(numbers.get(series) ?? []), Number(at)]);
    }
  expect(numbers.size).toBeGreaterThan(1);
  for (const found of numbers.values())
    expect(found.sort((a, b) => a - b)).toEqual(found.map((_, i) => i + 1));
});
