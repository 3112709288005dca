/** The queue's own tables, made before the server works. */
import PgBoss from "pg-boss";
import type { DatabaseAddress } from "../db/prepare";

/** The queue of courses whose people's openings are to be worked out again. */
export const PROJECT = "project-course";

/** Makes the queue's own tables; as the owner of the database, since the server's role owns nothing. */
export async function prepareQueue(owner: DatabaseAddress): Promise<void> {
  const boss = new PgBoss({ ...owner, max: 1, schema: "pgboss" });
  boss.on("error", () => undefined);
  await boss.start();
  await boss.createQueue(PROJECT);
  await boss.stop({ graceful: false });
}
