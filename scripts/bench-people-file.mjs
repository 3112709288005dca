// npm run bench:people-file: how fast a file of people is taken, on the tests' cluster.
import { bench } from "./lib/bench.mjs";

await bench("people-file");
