/**
 * The job queue, from the usual package, in a schema of its own: takes what stands in the outbox, tries it as often as
 * its kind says, with growing waits, and leaves what always fails for staff to see.
 */
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";
import PgBoss from "pg-boss";
import type { DatabaseAddress } from "../db/address";
import type { Database, SchoolId } from "../db/connection";
import { BACKGROUND, encrypted, sturdyPool } from "../db/pool";
import { NOTIFY } from "../notices/tasks";
import { KEEP_INCOME } from "../sales/tasks";
import { PROJECT } from "../schedule/tasks";
import type { JobParts } from "./kind";
import { KINDS } from "./kinds";
import { listen } from "./listen";
import { OUTBOX_CHANNEL } from "./outbox";
import { inRounds } from "./rounds";
import { workOff } from "./work-off";

export interface Queue {
  /** What stands in the outbox, by kind and state, with the age of the oldest in seconds. */
  figures(): Promise<{ kind: string; state: string; count: number; oldest: number }[]>;
  close(): Promise<void>;
}

export interface QueueSettings {
  db: Database;
  address: DatabaseAddress;
  parts: JobParts;
  now(): Instant;
  log(line: string): void;
  /** So often the outbox is looked into without being told to, in milliseconds. */
  lookEvery?: number;
  /** So often what was lost is looked for: rows a server ended with, courses whose openings do not hold. */
  sweepEvery?: number;
  /** Work that is held by nobody for so many seconds was lost with its server. */
  lostAfter?: number;
  /** Waits between tries grow from this many seconds on. */
  waitFrom?: number;
}

/** So many rows are handed over at a time. */
const AT_A_TIME = 200;
/** So long a file of people is kept that nobody comes back to. */
const FILES_KEPT = 7 * DAY;
/** So many rows one worker takes at a time. */
const BATCH = 25;
/** What is due for people is looked for this often at least, in milliseconds: the first of it goes out within ten seconds. */
const NOTIFY_EVERY = 4000;
/** So long one school's people are looked at for what they are told before another's have their turn, in milliseconds. */
const TURN = 2000;
/** One job may take so long, in seconds; a school of a million people takes less. */
const LONGEST = 3 * 3600;

/**
 * Starts working. Several servers on one database share the work: a row is done by one of them, once. What a server
 * leaves undone when it ends is found by the sweep of any other.
 */
export async function startQueue({
  db,
  address,
  parts,
  now,
  log,
  lookEvery = 2000,
  sweepEvery = 10_000,
  lostAfter = 20,
  waitFrom = 5,
}: QueueSettings): Promise<Queue> {
  const workers = KINDS.reduce((sum, { atOnce }) => sum + atOnce, 0);
  // A row is held as long as its work takes.
  const pool = sturdyPool(
    { ...address, max: workers + 2 },
    { ...BACKGROUND, idle: LONGEST * 1000 },
  );
  const boss = new PgBoss({ ...encrypted(address), max: 3, schema: "pgboss", migrate: false });
  boss.on("error", (error) => log(error.message));
  await boss.start();
  const handles: { name: string; handle: string }[] = [];
  const work = async (name: string): Promise<string> => {
    const handle: string = await boss.work<{ row: string }>(
      name,
      { pollingIntervalSeconds: 2, batchSize: BATCH },
      async (jobs) => {
        for (const { data } of jobs) await workOff(pool, parts, data.row, { waitFrom, log });
        // There may be more: it is taken now, not when it is polled for next.
        if (jobs.length === BATCH) boss.notifyWorker(handle);
      },
    );
    return handle;
  };
  for (const { name, atOnce } of KINDS)
    for (let i = 0; i < atOnce; i++) handles.push({ name, handle: await work(name) });

  let closed = false;
  /** Hands over what waits, in one transaction: taken and queued, or neither. */
  const dispatch = async (): Promise<void> => {
    const client = await pool.connect();
    let broken = false;
    try {
      await client.query("begin");
      const { rows } = await client.query<{ id: string; kind: string }>(
        "select id, kind from outbox_take($1)",
        [AT_A_TIME],
      );
      // There is more.
      if (rows.length === AT_A_TIME) again = true;
      const known = rows.filter(({ kind }) => KINDS.some(({ name }) => name === kind));
      if (known.length > 0)
        await boss.insert(
          known.map(({ id, kind }) => ({
            name: kind,
            data: { row: id },
            // What fails is tried again by the outbox, which knows how often it was.
            retryLimit: 0,
            expireInSeconds: LONGEST,
          })),
          { db: { executeSql: (text, values) => client.query(text, values) } },
        );
      await client.query("commit");
      const kinds = new Set(known.map(({ kind }) => kind));
      for (const { name, handle } of handles) if (kinds.has(name)) boss.notifyWorker(handle);
      for (const { id, kind } of rows)
        if (!known.some((one) => one.id === id))
          await client.query("select outbox_tried($1, $2, 1, 0)", [
            id,
            `There is no kind of job called "${kind}"`,
          ]);
    } catch (error) {
      broken = true;
      throw error;
    } finally {
      client.release(broken);
    }
  };
  /** One after the other, and once more where somebody asked meanwhile. */
  let running: Promise<void> | null = null;
  let again = false;
  const look = (): void => {
    if (closed) return;
    if (running) {
      again = true;
      return;
    }
    running = dispatch()
      .catch((error) => log(`outbox: ${String(error)}`))
      .finally(() => {
        running = null;
        if (again) {
          again = false;
          look();
        }
      });
  };
  const looking = setInterval(look, lookEvery);

  const { threads, baseUrl } = parts;
  const at = () => formatInstant(now());
  const upkeep = async () => {
    const { rows } = await pool.query<{ lost: number }>(
      "select outbox_lost(make_interval(secs => $1)) as lost",
      [lostAfter],
    );
    if ((rows[0]?.lost ?? 0) > 0) look();
    await db.foldHeadcounts();
    await db.dropPeopleFiles(formatInstant((now() - FILES_KEPT) as Instant));
  };
  /** A school where there is much to do has a turn as long as any other's; true: there is more of it. */
  const inTurns = async (schools: SchoolId[], work: (school: SchoolId) => Promise<boolean>) => {
    let more = false;
    for (const school of schools) {
      if (closed) return false;
      // What is wrong with one school keeps no other waiting.
      const left = await work(school).catch((error) => log(String(error)));
      more ||= left === true;
    }
    return more;
  };
  const notify = async () =>
    inTurns(await db.schoolsToNotify(at()), (school) =>
      threads.run(NOTIFY, { school, baseUrl, now: now(), turn: TURN }),
    );
  const keepIncome = async () =>
    inTurns(await db.schoolsToKeepIncome(at()), (school) =>
      threads.run(KEEP_INCOME, { school, now: now(), most: Number.MAX_SAFE_INTEGER, turn: TURN }),
    );
  const offer = async () => {
    for (const { school, cohort } of await db.offersLapsed(at()))
      if (!closed) await parts.callNext(school, cohort);
  };
  const project = async () => {
    for (const { school, course } of await db.coursesToProject(at()))
      if (!closed) await threads.run(PROJECT, { school, course, now: now() });
  };
  const rounds = [
    ...[upkeep, offer, project, keepIncome].map((round) => inRounds(sweepEvery, round, log)),
    inRounds(Math.min(sweepEvery, NOTIFY_EVERY), notify, log),
  ];

  const unlisten = await listen(address, OUTBOX_CHANNEL, { said: look, missed: look });
  look();
  return {
    async figures() {
      const { rows } = await pool.query("select * from outbox_figures()");
      return rows.map(({ count, ...row }) => ({ ...row, count: Number(count) }));
    },
    async close() {
      closed = true;
      clearInterval(looking);
      await unlisten();
      await running;
      await Promise.all(rounds.map((one) => one.stop()));
      await boss.stop({ graceful: true, timeout: 3000 });
      await pool.end();
    },
  };
}
