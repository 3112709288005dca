// npm run demo:reset: the demo school starts over, with dates around today.
import { rmSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { holderOf } from "./lib/lock.mjs";
import { ensurePackages } from "./lib/packages.mjs";
import { ensurePostgres, startCluster } from "./lib/postgres.mjs";
import { secretsIn } from "./lib/secret.mjs";
import { databaseSettings, serverBundle, startServer } from "./lib/server.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const local = join(root, ".local");
const say = (line) => console.log(`  ${line}`);

await ensurePackages(root, say);
await ensurePostgres(say);
// A cluster that serves a running start is used and left running.
const borrowed = holderOf(join(local, "start.lock")) !== null;
const cluster = await startCluster(join(local, "postgres"), { say });
try {
  // What the school before kept goes with it.
  rmSync(join(local, "files"), { recursive: true, force: true });
  const settings = databaseSettings(cluster, "dawngate", secretsIn(join(local, "secrets")));
  await startServer(await serverBundle(root), {
    ...settings,
    DAWNGATE_FILES: join(local, "files"),
    DAWNGATE_DEMO: join(root, "demo"),
    DAWNGATE_START_OVER: "yes",
  });
  say("the demo school is as new");
} finally {
  if (!borrowed) await cluster.stop();
}
