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
import { openAuth } from "@dawngate/server/school/auth";
import { insertMember } from "@dawngate/server/school/staff-store";
import pg from "pg";
import { makeSchool } from "./crowd/school";
import { signIn } from "./sign-in";

const NAME = "bench_told";
const EMAIL = "told@example.org";
const PASSWORD = "a long word for the bench";
const SECRET = "only the tests sign sessions with this";
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
  const identity = openAuth({ address, baseUrl: "http://127.0.0.1:1", secret: SECRET });
  const id = await identity.ensureAccount(EMAIL, "Told", PASSWORD);
  await db.withSchool(school, (tx) =>
    insertMember(tx, school, { user_id: id, role: "owner", name: "Told", email: EMAIL }),
  );
  await admin.query("delete from notice_look");
  await admin.query("delete from notice_person");
  await admin.query(
    `insert into notice_person (school_id, person_id, looked_at, next_at)
     select school_id, id, $1, 'infinity' from person where id like 'crowd-p%'`,
    [formatInstant((now - DAY) as Instant)],
  );
  await admin.query("vacuum analyze");
  await Promise.all([db.close(), identity.close(), admin.end()]);
}

/** Asked one after the other: a public page, what the studio shows first, and a page of its people. */
const MIX = ["/catalog/crowd", "/courses", "/courses/crowd/people"];
/** So many a second, as people come: not as quickly as it answers. */
const A_SECOND = 10;

/** Asks for so many seconds; tells in how many milliseconds it was answered, each. */
async function ask(base: string, seconds: number): Promise<void> {
  const cookie = await signIn(base, { email: EMAIL, password: PASSWORD });
  const took: number[] = [];
  const asked: Promise<void>[] = [];
  const until = performance.now() + seconds * 1000;
  for (let i = 0; performance.now() < until; i++) {
    asked.push(
      (async () => {
        const began = performance.now();
        const answer = await fetch(`${base}/api/schools/crowd${MIX[i % MIX.length]}`, {
          headers: { cookie },
        });
        await answer.arrayBuffer();
        if (!answer.ok) throw new Error(`${MIX[i % MIX.length]}: ${answer.status}`);
        took.push(performance.now() - began);
      })(),
    );
    await new Promise((done) => setTimeout(done, 1000 / A_SECOND));
  }
  await Promise.all(asked);
  console.log(JSON.stringify(took.sort((a, b) => a - b)));
}

const [what, ...words] = process.argv.slice(2);
await (what === "make" ? make() : ask(words[0] ?? "", Number(words[1])));
