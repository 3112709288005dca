/**
 * What a crowd costs: the same requests in courses of 2,000, 20,000 and 200,000 people, beside a bare transaction. Run
 * by npm run bench:crowd, on the tests' cluster. BENCH_CROWD divides the crowds, for a short run.
 */

import { randomBytes } from "node:crypto";
import type { CourseList } from "@dawngate/contract/courses";
import type { Roster } from "@dawngate/contract/roster";
import { openDatabase, type SchoolId } from "@dawngate/server/db/connection";
import { BACKGROUND } from "@dawngate/server/db/pool";
import { projectCourse } from "@dawngate/server/schedule/project";
import { makeSchool, OWNER } from "./crowd/school";
import { type Ask, AT_ONCE, log, median, now, openBench, serveBench } from "./crowd/served";

const less = Number(process.env.BENCH_CROWD ?? 1);
const CROWDS: Record<string, number> = {
  c2: Math.ceil(2000 / less),
  c20: Math.ceil(20_000 / less),
  c200: Math.ceil(200_000 / less),
};
const MANY = Number(process.env.BENCH_REQUESTS ?? 100_000);
const ROUNDS = Number(process.env.BENCH_ROUNDS ?? 9);

const bench = await openBench();
const { address, admin, db } = bench;
let began = performance.now();
const school = process.env.BENCH_USE
  ? ((await db.findSchool("crowd")) as SchoolId)
  : await makeSchool(db, admin, CROWDS, 497, now());
log(
  `made in ${((performance.now() - began) / 1000).toFixed(0)} s: ${JSON.stringify(CROWDS)}, 500 courses`,
);
const served = await serveBench(db, address, school);
const { send, timed } = served;

const API = "/api/schools/crowd";
let fresh = Math.floor(Math.random() * 1e9);
const inCourse = (id: string): Record<string, (i: number) => Ask> => {
  const people = `${API}/courses/${id}/people`;
  const of = CROWDS[id] as number;
  const one = (i: number) => 1 + ((i * 7919) % of);
  return {
    "the public page": () => ["GET", `${API}/catalog/${id}`, null],
    "people, first page": () => ["GET", people, OWNER],
    "people, searched": () => ["GET", `${people}?find=kowalska`, OWNER],
    "people, searched for what many bear": () => ["GET", `${people}?find=lia`, OWNER],
    "people, narrowed": () => ["GET", `${people}?standing=paused`, OWNER],
    "people, by what opens next": () => ["GET", `${people}?order=next`, OWNER],
    "people, a page deep inside": () => ["GET", `${people}?after=${deep[id]}`, OWNER],
    "people, how many": () => ["GET", `${people}/totals`, OWNER],
    "the course": () => ["GET", `${API}/courses/${id}`, OWNER],
    shelf: (i) => ["GET", `${API}/shelf`, `${id}-p${one(i)}@example.org`],
    timeline: (i) => ["GET", `${API}/courses/${id}/timeline?enrollment=${id}-e${one(i)}`, OWNER],
    "a lesson ticked": (i) => {
      const n = 1 + (i % of);
      return [
        "PUT",
        `${API}/shelf/${id}-e${n}/lessons/l0`,
        `${id}-p${n}@example.org`,
        { done: i % 2 === 0, key: `press-${fresh++}-${randomBytes(4).toString("hex")}` },
      ];
    },
    "enrolling oneself, with seats": () => [
      "POST",
      `${API}/catalog/${id}`,
      `fresh-${fresh++}@example.org`,
      { cohort: `k-${id}`, timeZone: "Europe/Lisbon" },
    ],
  };
};
const deep: Record<string, string> = {};
for (const id of Object.keys(CROWDS)) {
  const greta = Buffer.from(JSON.stringify(["name", "greta", "0"])).toString("base64url");
  const page = JSON.parse(
    await send(["GET", `${API}/courses/${id}/people?after=${greta}`, OWNER]),
  ) as Roster;
  deep[id] = page.next ?? greta;
}
// Paused people cannot tick: for them another route would be measured.
await admin.query("delete from enrollment_event where false");

// As every server does by itself: counts are added up, and whom time has overtaken is worked out again.
const sweeping = openDatabase(address, { patience: BACKGROUND, most: 2 });
let sweep: Promise<void> = Promise.resolve();
const sweeps = setInterval(() => {
  sweep = sweep.then(async () => {
    await sweeping.foldHeadcounts();
    for (const found of await sweeping.coursesToProject(new Date(now()).toISOString()))
      await projectCourse(sweeping, found.school, found.course, now());
  });
}, 10_000);
const times: Record<string, number[]> = {};
const keep = (what: string, ms: number) => (times[what] ??= []).push(ms);
const COUNT = Number(process.env.BENCH_COUNT ?? 48);
const tickable =
  (id: string) =>
  (i: number): Ask => {
    const n = 1 + ((i * 30 + 1) % (CROWDS[id] as number));
    return inCourse(id)["a lesson ticked"]?.(n % 30 === 0 ? n : n - 1) as Ask;
  };
for (let round = 0; round < ROUNDS; round++) {
  keep("bare", await timed(COUNT * 4, () => ["GET", "/bare", null]));
  keep("list", await timed(COUNT, () => ["GET", `${API}/courses`, OWNER]));
  for (const id of Object.keys(CROWDS))
    for (const [what, make] of Object.entries(inCourse(id)))
      keep(
        `${what} ${id}`,
        await timed(COUNT, what === "a lesson ticked" ? tickable(id) : make).catch((error) => {
          throw new Error(`${what}, ${id}: ${error}`);
        }),
      );
}
const ms = (what: string) => median(times[what] ?? [Number.NaN]);
const said = (n: number) => n.toFixed(2).padStart(8);
log(
  `\n${"".padEnd(36)}${["2,000", "20,000", "200,000", "200/2", "of bare"].map((one) => one.padStart(9)).join("")}`,
);
for (const what of Object.keys(inCourse("c2"))) {
  const each = Object.keys(CROWDS).map((id) => ms(`${what} ${id}`));
  const [least, , most] = each as [number, number, number];
  log(
    `${what.padEnd(36)}${[...each, most / least, ms("bare") / most].map((n) => ` ${said(n)}`).join("")}`,
  );
}
log(
  `${"the list of 500 courses".padEnd(36)}${" ".repeat(18)} ${said(ms("list"))}${" ".repeat(9)} ${said(ms("bare") / ms("list"))}`,
);
log(
  `${"a bare transaction".padEnd(36)}${" ".repeat(18)} ${said(ms("bare"))}   (ms a request, ${AT_ONCE} at a time; medians of ${ROUNDS} rounds)`,
);

const first = JSON.parse(await send(["GET", `${API}/courses`, OWNER])) as CourseList;
log(`first page of the list: ${first.courses.length} courses, more: ${first.next !== null}`);
for (const id of Object.keys(CROWDS)) {
  began = performance.now();
  const text = await send(["GET", `${API}/courses/${id}/everybody`, OWNER]);
  log(
    `everybody, ${CROWDS[id]} people: ${(performance.now() - began).toFixed(0)} ms, ${(text.length / 1024).toFixed(0)} kB`,
  );
}

// Enrolling while ten authors type into the same course.
const enroll = inCourse("c200")["enrolling oneself, with seats"] as (i: number) => Ask;
const alone: number[] = [];
const beside: number[] = [];
for (let round = 0; round < 5; round++) {
  alone.push(await one(enroll));
  let typing = true;
  const authors = Array.from({ length: 10 }, async (_, a) => {
    for (let n = 1; typing; n++) {
      await send([
        "POST",
        `${API}/courses/c200/draft`,
        OWNER,
        {
          base: 0,
          clientId: `author-${a}-${round}`,
          operations: [
            {
              number: n,
              operation: { type: "set-module", item: `m${a % 8}`, set: { title: `Week ${n}` } },
            },
          ],
        },
      ]);
      // As quick as somebody types who never stops to think.
      await new Promise((resolve) => setTimeout(resolve, 400));
    }
  });
  beside.push(await one(enroll));
  typing = false;
  await Promise.all(authors);
}
log(
  `enrolling with seats, one after the other: ${median(alone).toFixed(1)} ms alone, ${median(beside).toFixed(1)} ms while ten authors type (${(median(beside) / median(alone)).toFixed(2)} times)`,
);
async function one(make: (i: number) => Ask): Promise<number> {
  const list: number[] = [];
  for (let i = 0; i < 40; i++) {
    const start = performance.now();
    await send(make(i));
    list.push(performance.now() - start);
  }
  return median(list);
}

// Memory over very many requests.
const mix = [
  "the public page",
  "people, first page",
  "people, searched",
  "shelf",
  "the course",
].map((what) => inCourse("c200")[what] as (i: number) => Ask);
const resident: string[] = [];
for (let part = 0; part < 5 && MANY > 0; part++) {
  await timed(Math.ceil(MANY / 5), (i) => (mix[i % mix.length] as (i: number) => Ask)(i));
  (globalThis as { gc?(): void }).gc?.();
  resident.push(`${(process.memoryUsage().rss / 1048576).toFixed(0)}`);
}
if (MANY > 0)
  log(
    `memory (asking and answering in one process) over ${MANY} requests: ${resident.join(", ")} MB`,
  );

const sizes = await admin.query(`
  select relname, pg_total_relation_size(c.oid) as bytes, reltuples::bigint as rows
  from pg_class c where relname in ('enrollment', 'opening', 'enrollment_event', 'person', 'headcount', 'change')`);
for (const { relname, bytes, rows } of sizes.rows)
  log(
    `${relname}: ${Number(rows)} rows, ${(Number(bytes) / 1048576).toFixed(0)} MB${Number(rows) > 0 ? `, ${(Number(bytes) / Number(rows)).toFixed(0)} bytes a row with its indexes` : ""}`,
  );
clearInterval(sweeps);
await sweep;
await Promise.all([served.close(), sweeping.close()]);
await bench.close();
process.exit(0);
