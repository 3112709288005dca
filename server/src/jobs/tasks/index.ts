/** Every task that is done in a thread. */
import type { Database } from "../../db/connection";
import { everybody } from "./everybody";
import { project } from "./project";
import { publicPage } from "./public-page";
import { ripple } from "./ripple";
import { touched } from "./touched";

/** What tasks work with. */
export interface TaskParts {
  db: Database;
}

export type Progress = (done: number, of: number) => void;

const ALL = { project, ripple, touched, everybody, "public-page": publicPage };

export type Tasks = {
  [K in keyof typeof ALL]: {
    input: Parameters<(typeof ALL)[K]>[1];
    answer: Awaited<ReturnType<(typeof ALL)[K]>>;
  };
};

/** Runs a task here, whichever thread this is. */
export async function runTask<K extends keyof Tasks>(
  parts: TaskParts,
  name: K,
  input: Tasks[K]["input"],
  onProgress: Progress,
): Promise<Tasks[K]["answer"]> {
  const task = ALL[name] as (
    parts: TaskParts,
    input: unknown,
    onProgress: Progress,
  ) => Promise<unknown>;
  return (await task(parts, input, onProgress)) as Tasks[K]["answer"];
}
