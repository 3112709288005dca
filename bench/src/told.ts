/**
 * A crowd that is told something at one instant: makes the school, and asks a server meanwhile, as people do. Run by npm
 * run bench:told (scripts/bench-told.mjs), which starts the server and takes its mails. BENCH_PEOPLE: how many (200,000).
 */
import {
  DAY,
  formatDate,
  formatInstant,
  HOUR,
  type Instant,
  localDateAt,
  zoneOf,
} from "@dawngate/core/time";
import { openDatabase } from "@dawngate/server/db/connection";
import { BACKGROUND } from "@dawngate/server/db/pool";
import { prepareDatabase } from "@dawngate/server/db/prepare";
import pg from "pg";
import { askAsPeople, ownerWhoAsks } from "./crowd/as-people";
import { makeSchool } from "./crowd/school";

const NAME = "bench_told";
const PEOPLE = Number(process.env.BENCH_PEOPLE ?? 200_000);
const cluster = JSON.parse(process.env.DAWNGATE_TEST_CLUSTER ?? "null");

/** Everybody in one course, where something has opened today; nobody was looked at since yesterday. */
async function make(): Promise<void> {
  const now = Date.now() as Instant;
  const address = await prepareDatabase(cluster, NAME, { owner: "test-owner", app: "test-app" });
  const admin = new pg.Client({ ...cluster, user: "postgres", database: NAME });
  await admin.connect();
  const db = openDatabase(address, { patience: BACKGROUND, most: 4 });
  // At seven in Lisbon, of the last day on which it has been.
  const opens = formatDate(localDateAt(zoneOf("Europe/Lisbon"), (now - 8 * HOUR) as Instant));
  const school = await makeSchool(db, admin, { crowd: PEOPLE }, 19, now, opens);
  await ownerWhoAsks(db, address, school);
  await admin.query("delete from notice_look");
  await admin.query("delete from notice_person");
  await admin.query(
    `insert into notice_person (school_id, person_id, looked_at, next_at)
     select school_id, id, $1, 'infinity' from person where id like 'crowd-p%'`,
    [formatInstant((now - DAY) as Instant)],
  );
  await admin.query("vacuum analyze");
  await Promise.all([db.close(), admin.end()]);
}

const [what, ...words] = process.argv.slice(2);
await (what === "make" ? make() : askAsPeople(words[0] ?? "", Number(words[1])));
