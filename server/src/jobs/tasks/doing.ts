/** A task with how it is done. */
import type { Database } from "../../db/connection";
import type { Progress, Task } from "../task";

/** What tasks work with. */
export interface TaskParts {
  db: Database;
}

export interface Doing<Input, Answer> {
  task: Task<Input, Answer>;
  work(parts: TaskParts, input: Input, onProgress: Progress): Promise<Answer>;
}

/** Says how a task is done. It belongs into `index.ts` too, and nowhere else. */
export const doing = <Input, Answer>(
  task: Task<Input, Answer>,
  work: Doing<Input, Answer>["work"],
): Doing<Input, Answer> => ({ task, work });
