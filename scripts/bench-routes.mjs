// npm run bench:routes: the server's routes beside a bare transaction, on the tests' cluster.
import { dirname } from "node:path";
import { fileURLToPath } from "node:url";
import { run } from "./lib/run.mjs";
import { testCluster } from "./lib/session.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const { stop, ...cluster } = await testCluster(root, console.error);
try {
  await run(process.execPath, ["--import", "tsx", "bench/src/routes.ts"], {
    cwd: root,
    env: { ...process.env, NODE_ENV: "production", DAWNGATE_TEST_CLUSTER: JSON.stringify(cluster) },
  });
} finally {
  await stop();
}
