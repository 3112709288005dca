/**
 * Openings worked out in a thread of their own, so that requests are answered meanwhile. The thread runs the same
 * bundle as the server (see main.ts) with connections of its own.
 */
import { Worker } from "node:worker_threads";
import type { DatabaseAddress } from "../db/prepare";
import type { Project } from "./queue";

export interface Projecting {
  project: Project;
  close(): Promise<void>;
}

/** What the thread is asked and answers. */
export interface Asked {
  number: number;
  school: string;
  course: string;
}
export interface Answered {
  number: number;
  fault: string | null;
}

/** Starts the thread from the bundle at `file`. One that ends by itself is started again for the next question. */
export function startThread(file: URL, address: DatabaseAddress): Projecting {
  let next = 0;
  let worker: Worker | null = null;
  const waiting = new Map<number, { resolve(): void; reject(error: Error): void }>();
  const open = () => {
    const made = new Worker(file, { workerData: { address } });
    made.on("message", ({ number, fault }: Answered) => {
      const asked = waiting.get(number);
      waiting.delete(number);
      if (fault === null) asked?.resolve();
      else asked?.reject(new Error(fault));
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
    project: (school, course) =>
      new Promise((resolve, reject) => {
        worker ??= open();
        const number = ++next;
        waiting.set(number, { resolve, reject });
        worker.postMessage({ number, school, course } satisfies Asked);
      }),
    async close() {
      await worker?.terminate();
    },
  };
}
