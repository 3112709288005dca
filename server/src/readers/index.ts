/**
 * Whatever reads what people bring (calendars, pictures, later documents, tables, archives, mails) runs in a thread with
 * a deadline and a limit on memory. One that does not answer is ended, and the file refused with a sentence.
 */

import { Worker } from "node:worker_threads";
import type { CalendarDays } from "@dawngate/contract/school";
import type { LocalDate } from "@dawngate/core/time";
import { ProblemError, refusal } from "../base/problem";
import { calendar } from "./kinds/calendar";
import { document } from "./kinds/document";
import { type FileLook, file } from "./kinds/file";
import { type LookedAt, picture } from "./kinds/picture";
import { questions, type ReadQuestions } from "./kinds/questions";
import { type Shared, sharing } from "./kinds/sharing";
import { type ReadTable, table } from "./kinds/table";

/** Every reader there is. */
export const READERS = { calendar, picture, file, document, table, questions, sharing };

export interface Readers {
  calendar(input: { text: string; today: LocalDate }): Promise<CalendarDays>;
  picture(input: { bytes: Uint8Array }): Promise<LookedAt>;
  /** A word processor's document as the text of an outline. */
  document(input: { bytes: Uint8Array }): Promise<{ text: string }>;
  /** Questions, however they are written, as one types them. */
  questions(input: { bytes: Uint8Array; name: string }): Promise<ReadQuestions>;
  /** A table as CSV. */
  table(input: { bytes: Uint8Array }): Promise<ReadTable>;
  /** The picture that stands beside a shared link, drawn from a title, as PNG. */
  sharing(input: Shared): Promise<Uint8Array>;
  /** What a file on disk is; `name`: what it is called. */
  file(input: { path: string; name: string }): Promise<FileLook>;
}

/** So long one may read, in milliseconds, and so much memory it may take, in MB. */
const DEADLINE = 7000;
const MEMORY = 256;
/** So long a thread may take to be there: that is the machine's time, not the file's. */
const STARTING = 30_000;
/** So long a thread that is there waits for a file, in milliseconds. */
const SPARE = 60_000;
/** So many at once; others wait their turn. */
const AT_ONCE = 3;

/** What a reader is told, and says. */
export interface Told {
  name: keyof typeof READERS;
  input: unknown;
}
export type Answered =
  | { ready: true }
  | { answer: unknown }
  | { refused: string }
  | { broken: string };

/**
 * Threads that are there before a file comes: to start one takes longer than to read most files. Each reads one file. Where
 * none has been asked for in a while, none waits.
 */
function sparesOf(file: URL): { take(): Worker; prepare(): void } {
  const start = () =>
    new Worker(file, {
      workerData: { role: "reader" },
      resourceLimits: { maxOldGenerationSizeMb: MEMORY, maxYoungGenerationSizeMb: 32 },
    });
  let spare: Worker | null = null;
  let idle: ReturnType<typeof setTimeout> | undefined;
  const drop = () => {
    void spare?.terminate();
    spare = null;
  };
  return {
    take() {
      const taken = spare ?? start();
      spare = null;
      taken.removeAllListeners();
      taken.ref();
      return taken;
    },
    prepare() {
      clearTimeout(idle);
      idle = setTimeout(drop, SPARE).unref();
      if (spare) return;
      spare = start();
      // Neither it nor the wait for it keeps a server that ends.
      spare.unref();
      spare.on("error", () => {
        spare = null;
      });
    },
  };
}

/** Readers in threads of the bundle at `file`, each file in one of its own. */
export function startReaders(file: URL, deadline = DEADLINE): Readers {
  let busy = 0;
  const queue: (() => void)[] = [];
  const turn = async () => {
    if (busy >= AT_ONCE) await new Promise<void>((resolve) => queue.push(resolve));
    busy++;
  };
  const spares = sparesOf(file);
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
    const worker = spares.take();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const allow = (ms: number) => {
      clearTimeout(timer);
      timer = setTimeout(() => worker.terminate(), ms);
    };
    allow(STARTING);
    try {
      return await new Promise<never>((resolve, reject) => {
        worker.on("message", (said: Answered) => {
          if ("ready" in said) {
            worker.postMessage({ name, input } satisfies Told);
            allow(deadline);
          } else if ("answer" in said) resolve(said.answer as never);
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
        // It waits to be asked whether it is there: it may have been for a while.
        worker.postMessage("ready?");
      });
    } finally {
      clearTimeout(timer);
      await worker.terminate();
      busy--;
      queue.shift()?.();
      // Where one file comes, others follow.
      spares.prepare();
    }
  };
  return {
    calendar: (input) => read("calendar", input),
    picture: (input) => read("picture", input),
    file: (input) => read("file", input),
    document: (input) => read("document", input),
    table: (input) => read("table", input),
    questions: (input) => read("questions", input),
    sharing: (input) => read("sharing", input),
  };
}

/** The same without threads, for tests of what they read. */
export const readersHere: Readers = {
  calendar: async (input) => calendar(input),
  picture: async (input) => picture(input),
  file,
  document,
  table: async (input) => table(input),
  questions,
  sharing,
};
