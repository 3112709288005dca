/** The job queue, from the usual package, in a schema of its own. */
import { formatInstant, type Instant } from "@dawngate/core/time";
import PgBoss from "pg-boss";
import type { Database, SchoolId } from "../db/connection";
import type { DatabaseAddress } from "../db/prepare";
import type { Jobs } from "./jobs";
import { PROJECT } from "./queue-tables";

export interface Queue extends Jobs {
  close(): Promise<void>;
}

/** How openings are worked out again: in a thread of its own where the server runs for people. */
export type Project = (school: SchoolId, course: string) => Promise<void>;

/** So often the courses are looked for in which somebody's openings do not hold, in milliseconds. */
const SWEEP = 20_000;

/**
 * Starts working. Several servers on one database share the work: a job is done by one of them, once. What a server
 * leaves undone when it ends (and what time alone overtakes) is found by the sweep of any other.
 */
export async function startQueue(
  db: Database,
  address: DatabaseAddress,
  project: Project,
  now: () => Instant,
  log: (line: string) => void,
  sweepEvery = SWEEP,
): Promise<Queue> {
  const boss = new PgBoss({ ...address, max: 3, schema: "pgboss", migrate: false });
  boss.on("error", (error) => log(error.message));
  await boss.start();
  await boss.work<{ school: SchoolId; course: string }>(
    PROJECT,
    { pollingIntervalSeconds: 0.5 },
    async (jobs) => {
      for (const { data } of jobs) await project(data.school, data.course);
    },
  );
  let closed = false;
  let sweeping: Promise<void> = Promise.resolve();
  const sweep = async () => {
    for (const { school, course } of await db.coursesToProject(formatInstant(now())))
      if (!closed) await project(school, course);
  };
  const timer = setInterval(() => {
    sweeping = sweeping.then(sweep).catch((error) => log(String(error)));
  }, sweepEvery);
  return {
    async projectCourse(school, course) {
      await boss.send(PROJECT, { school, course }, { retryLimit: 5, retryBackoff: true });
    },
    async close() {
      closed = true;
      clearInterval(timer);
      await sweeping;
      await boss.stop({ graceful: true, timeout: 3000 });
    },
  };
}
