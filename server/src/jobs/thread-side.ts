/** The thread's side: does the tasks it is asked for, one after the other. */
import { parentPort, workerData } from "node:worker_threads";
import { ProblemError } from "../base/problem";
import type { DatabaseAddress } from "../db/address";
import { openDatabase } from "../db/connection";
import { BACKGROUND } from "../db/pool";
import { runTask } from "./tasks";
import type { Asked, Said } from "./threads";

const { address } = workerData as { address: DatabaseAddress };
const db = openDatabase(address, { patience: BACKGROUND, most: 2 });
const say = (said: Said) => parentPort?.postMessage(said);
let last: Promise<void> = Promise.resolve();

parentPort?.on("message", ({ number, name, input }: Asked) => {
  last = last
    .then(() => runTask({ db }, name, input, (done, of) => say({ number, done, of })))
    .then(
      (answer) => say({ number, answer }),
      (error) =>
        say({
          number,
          fault: error instanceof Error ? error.message : String(error),
          problem:
            error instanceof ProblemError
              ? { status: error.status, detail: error.detail, errors: error.errors }
              : null,
        }),
    );
});
