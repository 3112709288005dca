// npm run bench:orders: what 200,000 orders cost, on the tests' cluster.
import { bench } from "./lib/bench.mjs";

await bench("orders");
