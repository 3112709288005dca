// npm run bench:ripple: ripple and projection for many people, on the tests' cluster.
import { bench } from "./lib/bench.mjs";

await bench("ripple");
