/** The thread's side: says that it is there when it is asked, reads one file, says what it is, and ends. */
import { parentPort } from "node:worker_threads";
import { ProblemError } from "../base/problem";
import { type Answered, READERS, type Told } from ".";

const say = (said: Answered) => parentPort?.postMessage(said);

async function read({ name, input }: Told): Promise<void> {
  try {
    say({ answer: await READERS[name](input as never) });
  } catch (error) {
    if (error instanceof ProblemError) say({ refused: error.detail });
    else say({ broken: error instanceof Error ? (error.stack ?? error.message) : String(error) });
  }
}

parentPort?.on("message", (asked: "ready?" | Told) => {
  if (asked === "ready?") say({ ready: true });
  else void read(asked);
});
