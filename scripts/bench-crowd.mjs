// npm run bench:crowd: what a crowd costs, on the tests' cluster.
import { bench } from "./lib/bench.mjs";

await bench("crowd", { flags: ["--expose-gc"] });
