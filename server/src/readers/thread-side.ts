/** The thread's side: reads one file, says what it is, and ends. */
import { parentPort, workerData } from "node:worker_threads";
import { ProblemError } from "../base/problem";
import { type Answered, READERS, type Told } from ".";

const { told } = workerData as { told: Told };
const say = (said: Answered) => parentPort?.postMessage(said);
try {
  say({ answer: await READERS[told.name](told.input as never) });
} catch (error) {
  if (error instanceof ProblemError) say({ refused: error.detail });
  else say({ broken: error instanceof Error ? (error.stack ?? error.message) : String(error) });
}
