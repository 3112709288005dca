/**
 * What 200,000 orders cost: what each brings is worked out and kept, then the same requests in schools of 2,000, 20,000
 * and 200,000 orders, beside a bare transaction. Run by npm run bench:orders, on the tests' cluster. BENCH_CROWD divides
 * the crowds, for a short run.
 */
import type { Income, IncomeOrders } from "@dawngate/contract/sales";
import type { SchoolId } from "@dawngate/server/db/connection";
import { keepIncome } from "@dawngate/server/sales/income/keep";
import { makeOrders, OPTIONS } from "./crowd/orders";
import { makeSchool, OWNER } from "./crowd/school";
import { type Ask, log, median, now, openBench, serveBench } from "./crowd/served";

const less = Number(process.env.BENCH_CROWD ?? 1);
const SIZES = [2000, 20_000, 200_000].map((size) => Math.ceil(size / less));
const ROUNDS = Number(process.env.BENCH_ROUNDS ?? 9);
const COUNT = Number(process.env.BENCH_COUNT ?? 24);
const LISTING = { title: "Bread", courses: ["c"] };

const bench = await openBench();
const { address, admin, db } = bench;
const seconds = (since: number) => (performance.now() - since) / 1000;

const slugOf = (i: number) => (i === 0 ? "crowd" : `crowd-${i}`);
const schools: SchoolId[] = [];
for (const [i, size] of SIZES.entries())
  schools.push(await makeSchool(db, admin, { c: size }, 1, now(), null, slugOf(i)));
const { send, timed, close } = await serveBench(db, address, schools[0] as SchoolId);

const listings: string[] = [];
for (const [i, size] of SIZES.entries()) {
  const path = `/api/schools/${slugOf(i)}/listings`;
  const { id } = JSON.parse(await send(["POST", path, OWNER, LISTING])) as { id: string };
  const offer = { title: "Bread", courses: [{ id: "c" }], options: OPTIONS };
  const tax = { rate: 2300, included: true };
  const body = { number: 1, offer: { ...offer, tax }, state: "on-sale" };
  await send(["PUT", `${path}/${id}`, OWNER, body]);
  listings.push(id);
  let began = performance.now();
  await makeOrders(db, schools[i] as SchoolId, id, now());
  const made = seconds(began);
  await admin.query("vacuum analyze");
  began = performance.now();
  const asked = { school: schools[i] as SchoolId, most: Number.MAX_SAFE_INTEGER, turn: 1e9 };
  await keepIncome(db, { ...asked, now: now() });
  const kept = seconds(began);
  log(
    `${size} orders: written in ${made.toFixed(0)} s, what each brings kept in ${kept.toFixed(1)} s (${Math.round(size / kept)} a second)`,
  );
}
await admin.query("vacuum analyze");

const inSchool = (i: number): Record<string, (n: number) => Ask> => {
  const api = `/api/schools/${slugOf(i)}`;
  const one = (n: number) => `o-c-e${1 + ((n * 7919) % (SIZES[i] as number))}`;
  const month = new Date(now() - 40 * 86_400_000).toISOString().slice(0, 7);
  return {
    "income, the first page": () => ["GET", `${api}/income`, OWNER],
    "the orders behind a month": () => ["GET", `${api}/income/orders?month=${month}`, OWNER],
    "those of a listing": () => [
      "GET",
      `${api}/income/orders?month=${month}&by=listing&of=${listings[i]}`,
      OWNER,
    ],
    "orders, first page": () => ["GET", `${api}/orders`, OWNER],
    "orders, a page deep inside": () => ["GET", `${api}/orders?after=${deep[i]}`, OWNER],
    "orders, searched": () => ["GET", `${api}/orders?find=kowalska`, OWNER],
    "orders, searched for nobody": () => ["GET", `${api}/orders?find=nobody-bears-it`, OWNER],
    "orders, those late": () => ["GET", `${api}/orders?late=true`, OWNER],
    "orders, those disputed": () => ["GET", `${api}/orders?disputed=true`, OWNER],
    "an order": (n) => ["GET", `${api}/orders/${one(n)}`, OWNER],
    "one's own orders": (n) => [
      "GET",
      `${api}/own-orders`,
      `c-p${1 + ((n * 7919) % (SIZES[i] as number))}@example.org`,
    ],
    "whose access ends": () => ["GET", `${api}/ending`, OWNER],
  };
};
const deep: string[] = [];
for (const i of SIZES.keys()) {
  const at = new Date(now() - 50 * 86_400_000).toISOString();
  deep[i] = Buffer.from(JSON.stringify([at, "o"])).toString("base64url");
  const income = JSON.parse(
    await send(["GET", `/api/schools/${slugOf(i)}/income`, OWNER]),
  ) as Income;
  const first = inSchool(i)["the orders behind a month"]?.(0) as Ask;
  const { orders } = JSON.parse(await send(first)) as IncomeOrders;
  log(
    `${slugOf(i)}: income of ${income.orders} orders, ${income.behind} behind; ${orders.length} on a page`,
  );
}

const times: Record<string, number[]> = {};
const keep = (what: string, ms: number) => (times[what] ??= []).push(ms);
for (let round = 0; round < ROUNDS; round++) {
  keep("bare", await timed(COUNT * 4, () => ["GET", "/bare", null]));
  for (const i of SIZES.keys())
    for (const [what, make] of Object.entries(inSchool(i)))
      keep(`${what} ${i}`, await timed(COUNT, make));
}
const ms = (what: string) => median(times[what] ?? [Number.NaN]);
const said = (n: number) => n.toFixed(2).padStart(8);
const heads = [...SIZES.map((size) => size.toLocaleString("en")), "most/least", "of bare"];
log(`\n${"".padEnd(36)}${heads.map((one) => one.padStart(11)).join("")}`);
for (const what of Object.keys(inSchool(0))) {
  const each = SIZES.map((_, i) => ms(`${what} ${i}`));
  const [least, , most] = each as [number, number, number];
  log(
    `${what.padEnd(36)}${[...each, most / least, ms("bare") / most].map((n) => `   ${said(n)}`).join("")}`,
  );
}
log(
  `a bare transaction: ${said(ms("bare"))} ms a request, eight at a time; medians of ${ROUNDS} rounds`,
);
await close();
await bench.close();
process.exit(0);
