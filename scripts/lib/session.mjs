// A server of one's own for a while: a cluster that is not the demo's, a database that begins anew.
import { createHash } from "node:crypto";
import { rmSync, statfsSync } from "node:fs";
import { freemem } from "node:os";
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

/**
 * The tests' cluster: in another folder than the demo's, and quick instead of durable. `brief`: for tests, which make
 * hundreds of small databases, in memory, where making one takes a twentieth of the time; it is gone when it stops.
 */
export async function testCluster(root, say, { brief = false } = {}) {
  await ensurePostgres(say);
  const memory = brief ? memoryFor(root) : null;
  if (memory === null)
    return startCluster(join(root, ".local/postgres-test"), { say, durable: false });
  const cluster = await startCluster(memory, { say, durable: false });
  const stop = async () => {
    await cluster.stop();
    rmSync(memory, { recursive: true, force: true });
  };
  return { ...cluster, stop };
}

/** What the tests' databases come to at most is far below it. */
const ENOUGH = 4 * 2 ** 30;

/** A folder of a project's own in memory; null: there is none here, or too little. */
function memoryFor(root) {
  const shared = "/dev/shm";
  try {
    const { bavail, bsize, type } = statfsSync(shared);
    // Linux's number for a file system in memory (statfs(2), TMPFS_MAGIC).
    if (type !== 0x01021994 || Math.min(bavail * bsize, freemem()) < ENOUGH) return null;
  } catch {
    return null;
  }
  return join(shared, `dawn-gate-${createHash("sha256").update(root).digest("hex").slice(0, 12)}`);
}
