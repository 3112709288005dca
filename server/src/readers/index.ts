/**
 * Whatever reads what people bring (calendars, pictures, later documents, tables, archives, mails) runs in a thread with
 * a deadline and a limit on memory. One that does not answer is ended, and the file refused with a sentence.
 */

import { Worker } from "node:worker_threads";
import type { CalendarDays } from "@dawngate/contract/school";
import type { LocalDate } from "@dawngate/core/time";
import { ProblemError, refusal } from "../base/problem";
import { calendar } from "./kinds/calendar";
import { type FileLook, file } from "./kinds/file";
import { type LookedAt, picture } from "./kinds/picture";

/** Every reader there is. */
export const READERS = { calendar, picture, file };

export interface Readers {
  calendar(input: { text: string; today: LocalDate }): Promise<CalendarDays>;
  picture(input: { bytes: Uint8Array }): Promise<LookedAt>;
  /** What a file on disk is; `name`: what it is called. */
  file(input: { path: string; name: string }): Promise<FileLook>;
}

/** So long one may read, in milliseconds, and so much memory it may take, in MB. */
const DEADLINE = 7000;
const MEMORY = 256;
/** So many at once; others wait their turn. */
const AT_ONCE = 3;

/** What a reader is told, and says. */
export interface Told {
  name: keyof typeof READERS;
  input: unknown;
}
export type Answered = { answer: unknown } | { refused: string } | { broken: string };

/** Readers in threads of the bundle at `file`, each file in one of its own. */
export function startReaders(file: URL, deadline = DEADLINE): Readers {
  let busy = 0;
  const queue: (() => void)[] = [];
  const turn = async () => {
    if (busy >= AT_ONCE) await new Promise<void>((resolve) => queue.push(resolve));
    busy++;
  };
  const read = async (name: Told["name"], input: unknown): Promise<never> => {
    if (queue.length >= 50)
      throw new ProblemError(
        503,
        "Too many files are being read; try again in a moment.",
        undefined,
        {
          "retry-after": "2",
        },
      );
    await turn();
    const worker = new Worker(file, {
      workerData: { role: "reader", told: { name, input } satisfies Told },
      resourceLimits: { maxOldGenerationSizeMb: MEMORY, maxYoungGenerationSizeMb: 32 },
    });
    const timer = setTimeout(() => worker.terminate(), deadline);
    try {
      return await new Promise<never>((resolve, reject) => {
        worker.on("message", (said: Answered) => {
          if ("answer" in said) resolve(said.answer as never);
          else if ("refused" in said) reject(refusal(said.refused));
          else reject(new Error(said.broken));
        });
        const ended = () =>
          reject(
            refusal(
              "This file could not be read in the time and memory a file is given. It may be damaged, or made to keep us busy; choose another.",
            ),
          );
        worker.on("error", ended);
        worker.on("exit", ended);
      });
    } finally {
      clearTimeout(timer);
      await worker.terminate();
      busy--;
      queue.shift()?.();
    }
  };
  return {
    calendar: (input) => read("calendar", input),
    picture: (input) => read("picture", input),
    file: (input) => read("file", input),
  };
}

/** The same without threads, for tests of what they read. */
export const readersHere: Readers = {
  calendar: async (input) => calendar(input),
  picture: async (input) => picture(input),
  file,
};
