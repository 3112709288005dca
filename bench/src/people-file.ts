/**
 * A file of people: how many rows a second are read, looked at and enrolled, of new people and of people who are in already,
 * one job at a time and two (as two files on two servers). Run by npm run bench:people-file, on the tests' cluster.
 * BENCH_ROWS: rows of a file.
 */
import { randomBytes } from "node:crypto";
import type { Instant } from "@dawngate/core/time";
import type { Cluster } from "@dawngate/server/db/address";
import { openDatabase } from "@dawngate/server/db/connection";
import { dropDatabase, prepareDatabase } from "@dawngate/server/db/prepare";
import { bringPeople, enrollFile } from "@dawngate/server/enrollment/people-file/service";
import { peopleFileWorker } from "@dawngate/server/enrollment/people-file/work";
import { readersHere } from "@dawngate/server/readers/index";
import { projectCourse } from "@dawngate/server/schedule/project";
import type { Context } from "@dawngate/server/school/context";
import pg from "pg";
import { makeSchool } from "./crowd/school";

const ROWS = Number(process.env.BENCH_ROWS ?? 20_000);
const ROUNDS = Number(process.env.BENCH_ROUNDS ?? 3);
const now = () => Date.now() as Instant;

const cluster = JSON.parse(process.env.DAWNGATE_TEST_CLUSTER ?? "null") as Cluster;
const name = `bench_${randomBytes(4).toString("hex")}`;
const address = await prepareDatabase(cluster, name, { owner: "test-owner", app: "test-app" });
const { host, port, password } = cluster;
const admin = new pg.Client({ host, port, user: "postgres", password, database: name });
await admin.connect();
const db = openDatabase(address);
// A crowd is there already, as it would be.
const school = await makeSchool(db, admin, { c2: 2000 }, 1, now());
const who = { kind: "account", id: "account-owner@example.org", name: "Rosa" };
const context = () =>
  ({ school, who, now: now(), cohorts: null, slug: "crowd" }) as unknown as Context;
const worker = peopleFileWorker({ db, baseUrl: "http://127.0.0.1:1", now });

/** So many rows from a number on, as a personnel system writes them. */
function csv(from: number, rows: number): Uint8Array {
  const lines = ["Personnel number;Full name;Work email;Cohort"];
  for (let i = from; i < from + rows; i++)
    lines.push(`${i};Ana-Lia Kowalska ${i};baker-${i}@bakery.example.org;Always`);
  return new TextEncoder().encode(lines.join("\n"));
}

type Phases = Record<"read" | "look" | "enroll", number>;

/** Seconds of each step. */
async function take(bytes: Uint8Array): Promise<Phases> {
  const step = async (work: () => Promise<unknown>) => {
    const began = performance.now();
    await work();
    return (performance.now() - began) / 1000;
  };
  let id = "";
  const read = await step(async () => {
    const asked = { name: "staff.csv", timeZone: "Europe/Lisbon" };
    ({ id } = await bringPeople({ db, readers: readersHere }, context(), "c2", asked, bytes));
  });
  const look = await step(() => worker(school, id));
  await enrollFile({ db }, context(), "c2", id, { tell: false, whole: false });
  const enroll = await step(() => worker(school, id));
  return { read, look, enroll };
}

const rate = (rows: number, seconds: number) => Math.round(rows / seconds).toLocaleString("en");
const said = (what: string, rows: number, { read, look, enroll }: Phases) => {
  const all = read + look + enroll;
  const share = (part: number) => `${Math.round((part / all) * 100)} %`;
  console.log(
    `${what}: ${rate(rows, all)} rows a second (read ${share(read)}, looked at ${share(look)}, enrolled ${share(enroll)}; looked at alone ${rate(rows, look)})`,
  );
};

let from = 0;
for (let round = 0; round < ROUNDS; round++) {
  const bytes = csv(from, ROWS);
  said(`${ROWS} new people`, ROWS, await take(bytes));
  // Their openings are worked out by a job of their own, as in a running school.
  await projectCourse(db, school, "c2", now());
  await db.foldHeadcounts();
  said(`${ROWS} who are in already`, ROWS, await take(bytes));
  from += ROWS;
}
const began = performance.now();
await Promise.all([take(csv(from, ROWS)), take(csv(from + ROWS, ROWS))]);
console.log(
  `two files of ${ROWS} new people at once: ${rate(2 * ROWS, (performance.now() - began) / 1000)} rows a second together`,
);
await admin.end();
await db.close();
await dropDatabase(cluster, name);
