// npm run bench:crowd: what a crowd costs, on the tests' cluster.
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { bundled } from "./lib/bundle.mjs";
import { run } from "./lib/run.mjs";
import { testCluster } from "./lib/session.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const { stop, ...cluster } = await testCluster(root, console.error);
const sources = ["core/src", "contract/src", "server/src", "bench/src"].map((name) =>
  join(root, name),
);
try {
  // As it runs for people: bundled, not transformed on the way.
  await run(
    process.execPath,
    ["--expose-gc", await bundled(root, "bench-crowd", join(root, "bench/src/crowd.ts"), sources)],
    {
      cwd: root,
      env: { ...process.env, DAWNGATE_TEST_CLUSTER: JSON.stringify(cluster) },
    },
  );
} finally {
  await stop();
}
