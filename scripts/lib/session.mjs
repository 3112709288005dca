// A server of one's own for a while: a cluster that is not the demo's, a database that begins anew.
import { rmSync } from "node:fs";
import { join } from "node:path";
import { ensurePostgres, startCluster } from "./postgres.mjs";
import { copyReadyDemo, makeReadyDemo } from "./ready-demo.mjs";
import {
  databaseSettings,
  serverBundle,
  startServer,
  startTill,
  TEST_SECRETS,
  tillSettings,
} from "./server.mjs";
import { exportedApp } from "./web.mjs";

/** Serves the demo from a database of the tests' cluster; what further servers begin with is there then. */
export async function serveDemo(root, cluster, name, say) {
  const bundle = await serverBundle(root);
  const settings = databaseSettings(cluster, name, TEST_SECRETS);
  const files = join(root, ".local/files-test", name);
  const noFiles = () => rmSync(files, { recursive: true, force: true });
  noFiles();
  const demo = {
    ...settings,
    DAWNGATE_FILES: files,
    DAWNGATE_DEMO: join(root, "demo"),
    // Tests sign in more often than people do.
    DAWNGATE_LIMITS: "no",
    DAWNGATE_LOG: "quiet",
  };
  await makeReadyDemo(bundle, demo);
  await copyReadyDemo(cluster, name);
  const till = await startTill(bundle, settings);
  const server = await startServer(bundle, {
    ...demo,
    ...tillSettings(till),
    DAWNGATE_WEB: await exportedApp(root, say),
    DAWNGATE_PORT: "0",
    // It is prepared already.
    DAWNGATE_DB_ADMIN_PASSWORD: undefined,
  });
  const stop = async () => {
    await Promise.all([server.stop(), till.stop()]);
    noFiles();
  };
  return { ...server, stop };
}

/** The tests' cluster: in another folder than the demo's, and quick instead of durable. */
export async function testCluster(root, say) {
  await ensurePostgres(say);
  return startCluster(join(root, ".local/postgres-test"), { say, durable: false });
}
