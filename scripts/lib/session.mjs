// A server of one's own for a while: a cluster that is not the demo's, a database that begins anew.
import { join } from "node:path";
import { ensurePostgres, startCluster } from "./postgres.mjs";
import { databaseSettings, serverBundle, startServer, TEST_SECRETS } from "./server.mjs";
import { exportedApp } from "./web.mjs";

/** Serves the demo from a database of the tests' cluster. */
export async function serveDemo(root, cluster, name, say) {
  return startServer(await serverBundle(root), {
    ...databaseSettings(cluster, name, TEST_SECRETS),
    DAWNGATE_WEB: await exportedApp(root, say),
    DAWNGATE_DEMO: join(root, "demo"),
    // Tests sign in more often than people do.
    DAWNGATE_LIMITS: "no",
    DAWNGATE_LOG: "quiet",
    DAWNGATE_PORT: "0",
    DAWNGATE_START_OVER: "yes",
  });
}

/** The tests' cluster: in another folder than the demo's, and quick instead of durable. */
export async function testCluster(root, say) {
  await ensurePostgres(say);
  return startCluster(join(root, ".local/postgres-test"), { say, durable: false });
}
