/**
 * Heavy work in threads of its own, so that requests are answered meanwhile: a small pool, in which what somebody waits
 * for never stands behind what nobody waits for. The threads run the same bundle as the server (see main.ts), with
 * connections of their own.
 */
import { Worker } from "node:worker_threads";
import { ProblemError } from "../base/problem";
import type { DatabaseAddress } from "../db/address";
import type { Progress, Task, Threads } from "./task";
import { runTask } from "./tasks";
import type { TaskParts } from "./tasks/doing";

/** What a thread is asked, and what it says. */
export interface Asked {
  number: number;
  name: string;
  input: unknown;
}
export type Said =
  | { number: number; done: number; of: number }
  | { number: number; answer: unknown }
  | { number: number; problem: unknown; fault: string };

interface Waiting {
  resolve(answer: never): void;
  reject(error: Error): void;
  onProgress(done: number, of: number): void;
}

/** Starts threads from the bundle at `file` as they are needed. One that ends by itself is started again. */
export function startThreads(file: URL, address: DatabaseAddress): Threads {
  const lanes = { background: thread(file, address), question: thread(file, address) };
  return {
    run: ({ name, inBackground }, input, onProgress = () => undefined) =>
      lanes[inBackground ? "background" : "question"].ask(name, input, onProgress),
    close: async () => {
      await Promise.all(Object.values(lanes).map((lane) => lane.close()));
    },
  };
}

function thread(file: URL, address: DatabaseAddress) {
  let next = 0;
  let worker: Worker | null = null;
  const waiting = new Map<number, Waiting>();
  const open = () => {
    const made = new Worker(file, { workerData: { role: "tasks", address } });
    made.on("message", (said: Said) => {
      const asked = waiting.get(said.number);
      if (!asked) return;
      if ("done" in said) return asked.onProgress(said.done, said.of);
      waiting.delete(said.number);
      if ("answer" in said) asked.resolve(said.answer as never);
      else asked.reject(revived(said));
    });
    const ended = (error: Error) => {
      if (worker === made) worker = null;
      for (const { reject } of waiting.values()) reject(error);
      waiting.clear();
    };
    made.on("error", ended);
    made.on("exit", () => ended(new Error("The thread has ended")));
    // Nothing is kept waiting by it when the server stops.
    made.unref();
    return made;
  };
  return {
    ask: (name: string, input: unknown, onProgress: Waiting["onProgress"]) =>
      new Promise<never>((resolve, reject) => {
        worker ??= open();
        const number = ++next;
        waiting.set(number, { resolve, reject, onProgress });
        worker.postMessage({ number, name, input } satisfies Asked);
      }),
    async close() {
      await worker?.terminate();
    },
  };
}

/** A refusal as it was before it went from one thread to another. */
function revived({ problem, fault }: { problem: unknown; fault: string }): Error {
  if (problem === null) return new Error(fault);
  const { status, detail, errors } = problem as {
    status: 404;
    detail: string;
    errors?: { path: string; reason: string }[];
  };
  return new ProblemError(status, detail, errors);
}

/** The same without threads: for tests, and for whoever only prepares a school. */
export function noThreads(parts: TaskParts): Threads {
  return {
    run: <Input, Answer>(
      { name }: Task<Input, Answer>,
      input: Input,
      onProgress: Progress = () => undefined,
    ) => runTask(parts, name, input, onProgress) as Promise<Answer>,
    close: async () => undefined,
  };
}
