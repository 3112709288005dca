// The cluster that a backup is of: named by the environment, or that of npm start in this folder.
import { join } from "node:path";
import { holderOf } from "./lock.mjs";
import { ensurePostgres, startCluster } from "./postgres.mjs";

/** Answers `{ cluster, database, giveBack() }`; a cluster that was started for this is stopped again. */
export async function reachedCluster(root, say) {
  const { DAWNGATE_DB_HOST, DAWNGATE_DB_PORT, DAWNGATE_DB_ADMIN_PASSWORD, DAWNGATE_DB_NAME } =
    process.env;
  const database = DAWNGATE_DB_NAME ?? "dawngate";
  await ensurePostgres(say);
  if (DAWNGATE_DB_PORT) {
    if (!DAWNGATE_DB_ADMIN_PASSWORD)
      throw new Error(
        "DAWNGATE_DB_ADMIN_PASSWORD is missing: the cluster's superuser makes backups",
      );
    const cluster = {
      host: DAWNGATE_DB_HOST ?? "127.0.0.1",
      port: Number(DAWNGATE_DB_PORT),
      password: DAWNGATE_DB_ADMIN_PASSWORD,
    };
    return { cluster, database, giveBack: async () => undefined };
  }
  const local = join(root, ".local");
  const borrowed = holderOf(join(local, "start.lock")) !== null;
  const { stop, ...cluster } = await startCluster(join(local, "postgres"), { say });
  return { cluster, database, giveBack: async () => (borrowed ? undefined : stop()) };
}
