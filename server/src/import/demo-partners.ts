/** Who brings the demo school buyers: a mill that sells to them, and a baker who writes a letter every month. */
import { USUAL_PARTNER_TERMS } from "@dawngate/contract/partners";
import {
  addDays,
  formatDate,
  formatInstant,
  type Instant,
  localDateAt,
  zoneOf,
} from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { Agreed } from "../db/tables/partners";
import { system } from "../db/who";
import { keepShare } from "../sales/partners/share";
import { countVisit, insertPartner, insertPayout, readBalances } from "../sales/partners/store";

const MILL = {
  id: "p-000000000001",
  name: "Moinho da Ribeira",
  email: "moinho@example.org",
  word: "moinho",
  percent: 20,
};
const LETTER = {
  id: "p-000000000002",
  name: "Nadja Roth",
  email: "nadja.roth@example.org",
  word: "slow-crumb",
  percent: 12.5,
};
const DAY = 86_400_000;
/** Whom each fifth and each seventh buyer came from. */
const CAME = [
  [5, MILL],
  [7, LETTER],
] as const;

export async function demoPartners(
  tx: SchoolTransaction,
  school: SchoolId,
  zone: string,
  now: Instant,
) {
  for (const one of [MILL, LETTER]) {
    await insertPartner(tx, school, one, 2);
    const today = localDateAt(zoneOf(zone), now);
    for (let i = 0; i < 40; i++)
      for (let seen = (i * 3 + one.word.length) % 4; seen > 0; seen--)
        await countVisit(tx, school, one.id, formatDate(addDays(today, -i)));
  }
}

/** What was agreed for the buyer of this number; null: they came by themselves. */
export function broughtTo(number: number, at: Instant): Agreed | null {
  const touches = CAME.flatMap(([each, { id }], i) =>
    number % each === 1
      ? [{ partner: id, at: formatInstant((at - (3 - i) * DAY) as Instant) }]
      : [],
  );
  if (touches.length === 0) return null;
  const percent = Object.fromEntries([MILL, LETTER].map((one) => [one.id, one.percent]));
  return { ...USUAL_PARTNER_TERMS, percent, touches };
}

/** Their shares of these orders, and what the mill was paid of it a week ago. */
export async function demoShares(
  tx: SchoolTransaction,
  school: SchoolId,
  orders: readonly string[],
  now: Instant,
): Promise<void> {
  for (const order of orders) await keepShare(tx, { school, who: system("demo"), now }, order);
  const [balance] = await readBalances(tx, [MILL.id]);
  const amount = Math.floor((balance?.due ?? 0) / 200) * 100;
  if (balance === undefined || amount <= 0) return;
  await insertPayout(tx, school, {
    id: "po-000000000001",
    partner: MILL.id,
    key: "demo-payout",
    at: formatInstant((now - 7 * DAY) as Instant),
    currency: balance.currency,
    amount,
    note: "By transfer",
    account: null,
  });
}
