// npm run bench: `dawngate bench` with a database beside it, on the tests' cluster.
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { run } from "./lib/run.mjs";
import { testCluster } from "./lib/session.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const cluster = await testCluster(root, console.error);
try {
  const { host = "127.0.0.1", port, user = "postgres", password } = cluster;
  await run(process.execPath, [join(root, "cli/dawngate.mjs"), "bench", ...process.argv.slice(2)], {
    cwd: root,
    env: {
      ...process.env,
      DAWNGATE_BENCH_DATABASE: `postgres://${user}:${encodeURIComponent(password)}@${host}:${port}/postgres`,
    },
  });
} finally {
  await cluster.stop();
}
