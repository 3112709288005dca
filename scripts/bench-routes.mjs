// npm run bench:routes: the server's routes beside a bare transaction, on the tests' cluster.
import { join } from "node:path";
import { bench, benchBundle, root } from "./lib/bench.mjs";

await bench("routes", {
  env: {
    NODE_ENV: "production",
    BENCH_ASK: await benchBundle("ask"),
    BENCH_DEMO: join(root, "demo"),
  },
});
