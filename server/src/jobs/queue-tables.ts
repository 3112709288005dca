/** The queue's own tables, made before the server works. */
import PgBoss from "pg-boss";
import type { DatabaseAddress } from "../db/address";
import { KINDS } from "./kinds";

/** Makes the queue's own tables; as the owner of the database, since the server's role may make nothing. */
export async function prepareQueue(owner: DatabaseAddress): Promise<void> {
  const boss = new PgBoss({ ...owner, max: 1, schema: "pgboss" });
  boss.on("error", () => undefined);
  await boss.start();
  for (const { name } of KINDS) await boss.createQueue(name);
  await boss.stop({ graceful: false });
}
