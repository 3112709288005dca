/** The job queue, from the usual package, in a schema of its own. */
import type { Instant } from "@dawngate/core/time";
import PgBoss from "pg-boss";
import type { Database, SchoolId } from "../db/connection";
import type { DatabaseAddress } from "../db/prepare";
import { projectOpenings } from "../schedule/project";
import type { Jobs } from "./jobs";
import { PROJECT } from "./queue-tables";

export interface Queue extends Jobs {
  close(): Promise<void>;
}

/** Starts working. Several servers on one database share the work: a job is done by one of them, once. */
export async function startQueue(
  db: Database,
  address: DatabaseAddress,
  now: () => Instant,
  log: (line: string) => void,
): Promise<Queue> {
  const boss = new PgBoss({ ...address, max: 3, schema: "pgboss", migrate: false });
  boss.on("error", (error) => log(error.message));
  await boss.start();
  await boss.work<{ school: SchoolId; course: string }>(
    PROJECT,
    { pollingIntervalSeconds: 0.5 },
    async (jobs) => {
      for (const { data } of jobs)
        await db.withSchool(data.school, (tx) =>
          projectOpenings(tx, data.school, data.course, now()),
        );
    },
  );
  return {
    async projectCourse(school, course) {
      await boss.send(PROJECT, { school, course }, { retryLimit: 5, retryBackoff: true });
    },
    close: () => boss.stop({ graceful: true, timeout: 3000 }),
  };
}
