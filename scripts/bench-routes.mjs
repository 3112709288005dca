// npm run bench:routes: the server's routes beside a bare transaction, on the tests' cluster.
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
const bundle = (name) =>
  bundled(root, `bench-${name}`, join(root, `bench/src/${name}.ts`), sources);
try {
  // As it runs for people: bundled, not transformed on the way.
  await run(process.execPath, [await bundle("routes")], {
    cwd: root,
    env: {
      ...process.env,
      NODE_ENV: "production",
      BENCH_ASK: await bundle("ask"),
      BENCH_DEMO: join(root, "demo"),
      DAWNGATE_TEST_CLUSTER: JSON.stringify(cluster),
    },
  });
} finally {
  await stop();
}
