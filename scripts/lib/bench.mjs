// A measurement, bundled as the server is for people, on the tests' cluster.
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { bundled } from "./bundle.mjs";
import { run } from "./run.mjs";
import { testCluster } from "./session.mjs";

export const root = dirname(dirname(dirname(fileURLToPath(import.meta.url))));

/** The bundle of a measurement in bench/src. */
export function benchBundle(name) {
  const sources = ["core/src", "contract/src", "server/src", "bench/src"].map((one) =>
    join(root, one),
  );
  return bundled(root, `bench-${name}`, join(root, `bench/src/${name}.ts`), sources);
}

/** Runs one to its end; the cluster is stopped behind it. */
export async function bench(name, { flags = [], env = {} } = {}) {
  const { stop, ...cluster } = await testCluster(root, console.error);
  try {
    await run(process.execPath, [...flags, await benchBundle(name)], {
      cwd: root,
      env: { ...process.env, DAWNGATE_TEST_CLUSTER: JSON.stringify(cluster), ...env },
    });
  } finally {
    await stop();
  }
}
