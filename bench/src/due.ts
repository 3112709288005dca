/**
 * Parts of many orders that fall due at one hour: makes the school, each with a practice card that is paid at once; and asks
 * a server meanwhile, as people do. Run by npm run bench:due (scripts/bench-due.mjs), which starts the server and the
 * till. BENCH_ORDERS: how many (20,000).
 */

import { offer } from "@dawngate/contract/sales";
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";
import { openDatabase } from "@dawngate/server/db/connection";
import { BACKGROUND } from "@dawngate/server/db/pool";
import { prepareDatabase } from "@dawngate/server/db/prepare";
import { keepIncome } from "@dawngate/server/sales/income/keep";
import { insertListing } from "@dawngate/server/sales/listing-store";
import pg from "pg";
import { askAsPeople, ownerWhoAsks } from "./crowd/as-people";
import { makeOrders, OPTIONS } from "./crowd/orders";
import { makeSchool } from "./crowd/school";

const NAME = "bench_due";
const ORDERS = Number(process.env.BENCH_ORDERS ?? 20_000);
const cluster = JSON.parse(process.env.DAWNGATE_TEST_CLUSTER ?? "null");

const SOLD = { title: "Bread", courses: [{ id: "crowd" }], options: OPTIONS };
const CARD = "card_bench";

/** So long ago that the second of the monthly parts is due, and no other. */
function bought(now: Instant): { at: Instant; formatted: string } {
  const at = (now - 33 * DAY) as Instant;
  return { at, formatted: formatInstant(at) };
}

async function make(): Promise<void> {
  const now = Date.now() as Instant;
  const address = await prepareDatabase(cluster, NAME, { owner: "test-owner", app: "test-app" });
  const admin = new pg.Client({ ...cluster, user: "postgres", database: NAME });
  await admin.connect();
  const db = openDatabase(address, { patience: BACKGROUND, most: 4 });
  const school = await makeSchool(db, admin, { crowd: ORDERS }, 19, now);
  await ownerWhoAsks(db, address, school);
  const { formatted, at } = bought(now);
  await db.withSchool(school, (tx) =>
    insertListing(tx, school, "bread", offer.parse(SOLD), formatted, "on-sale"),
  );
  await admin.query("insert into till.card (token, number) values ($1, '9000000000000001')", [
    CARD,
  ]);
  await makeOrders(db, school, "bread", now, { option: "three", at, card: CARD });
  // Nothing else is to be done meanwhile: all is told, and what each order brings is kept.
  await admin.query("delete from notice_look");
  await admin.query("update notice_person set next_at = 'infinity'");
  const whole = { most: Number.MAX_SAFE_INTEGER, turn: 1e9 };
  await keepIncome(db, { school, now, ...whole });
  await admin.query("vacuum analyze");
  await Promise.all([db.close(), admin.end()]);
}

const [what, ...words] = process.argv.slice(2);
await (what === "make" ? make() : askAsPeople(words[0] ?? "", Number(words[1])));
