/**
 * Beyond one machine: how many requests a second one server, two, and two with a copy of the database answer, and whose
 * processor each takes; what rows of the large tables weigh and how quickly they are written, in one table and in parts.
 * Run by npm run bench:scale. BENCH_PEOPLE: how many stand in the crowded course (20,000).
 */
import type { Instant } from "@dawngate/core/time";
import { openDatabase } from "@dawngate/server/db/connection";
import { BACKGROUND } from "@dawngate/server/db/pool";
import { prepareDatabase } from "@dawngate/server/db/prepare";
import { openAuth } from "@dawngate/server/school/auth";
import { insertMember } from "@dawngate/server/school/staff-store";
import pg from "pg";
import { makeSchool } from "./crowd/school";
import { comparePartitions } from "./scale/partitions";
import { signIn } from "./sign-in";

const NAME = "bench_scale";
const EMAIL = "scale@example.org";
const PASSWORD = "a long word for the bench";
const PEOPLE = Number(process.env.BENCH_PEOPLE ?? 20_000);
const now = () => Date.now() as Instant;
const cluster = JSON.parse(process.env.DAWNGATE_TEST_CLUSTER ?? "null");
const { host, port, password } = cluster;
const asAdmin = (where: { port: number }) =>
  new pg.Client({ host, port: where.port, user: "postgres", password, database: NAME });

/** Makes the school that is asked about, and tells how quickly rows are written and what they weigh. */
async function make(): Promise<void> {
  const address = await prepareDatabase(cluster, NAME, { owner: "test-owner", app: "test-app" });
  const admin = asAdmin({ port });
  await admin.connect();
  const db = openDatabase(address, { patience: BACKGROUND, most: 4 });
  const began = performance.now();
  const school = await makeSchool(db, admin, { crowd: PEOPLE }, 99, now());
  console.log(
    `${PEOPLE} people made and worked out in ${((performance.now() - began) / 1000).toFixed(1)} s`,
  );
  const identity = openAuth({ address, baseUrl: process.env.BENCH_BASE ?? "", secret: SECRET });
  const id = await identity.ensureAccount(EMAIL, "Scale", PASSWORD);
  await db.withSchool(school, (tx) =>
    insertMember(tx, school, { user_id: id, role: "owner", name: "Scale", email: EMAIL }),
  );
  await admin.query("vacuum analyze");
  const { rows } = await admin.query<{ name: string; bytes: string; rows: string }>(`
    select relname as name, pg_total_relation_size(c.oid) as bytes, reltuples::bigint as rows
    from pg_class c where relname in ('enrollment', 'opening', 'enrollment_event', 'person')`);
  for (const { name, bytes, rows: count } of rows)
    console.log(
      `${name}: ${count} rows, ${(Number(bytes) / Number(count)).toFixed(0)} bytes a row with its indexes, ${(Number(count) / PEOPLE).toFixed(1)} a person`,
    );
  await comparePartitions(admin);
  await Promise.all([db.close(), identity.close(), admin.end()]);
}

const SECRET = "only the tests sign sessions with this";
/** Asked one after the other: a public page, and what the studio shows first. */
const MIX = ["/catalog/crowd", "/courses", "/courses/crowd/people", "/courses/crowd/people/totals"];

/** Asks for so long, sixteen at a time; tells how many were answered in a second. */
async function ask(seconds: number): Promise<void> {
  const base = process.env.BENCH_BASE ?? "";
  const cookie = await signIn(base, { email: EMAIL, password: PASSWORD });
  const until = performance.now() + seconds * 1000;
  let count = 0;
  await Promise.all(
    Array.from({ length: 16 }, async (_, lane) => {
      for (let i = lane; performance.now() < until; i++) {
        const path = MIX[i % MIX.length];
        // Each connection anew, as people come: the round-robin deals them out.
        const answer = await fetch(`${base}/api/schools/crowd${path}`, {
          headers: { cookie, connection: i % 20 === 0 ? "close" : "keep-alive" },
        });
        await answer.arrayBuffer();
        if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
        count++;
      }
    }),
  );
  console.log(JSON.stringify({ aSecond: count / seconds, count }));
}

const [what, how] = process.argv.slice(2);
if (what === "make") await make();
else await ask(Number(how ?? 4));
process.exit(0);
