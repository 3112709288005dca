/**
 * Work for a thread: what it is told, and what it answers. Its room says it, in a file `tasks.ts`; `tasks/` does it, so
 * that whoever asks knows nothing of how it is done.
 */
declare const said: unique symbol;

export interface Task<Input, Answer> {
  readonly name: string;
  /** Nobody waits for it: it has a thread of its own. */
  readonly inBackground: boolean;
  readonly [said]?: [Input, Answer];
}

/** @example export const RIPPLE = task<{ school: SchoolId; change: AskedChange }, RippleAnswer>("ripple"); */
export const task = <Input, Answer>(name: string, inBackground = false): Task<Input, Answer> => ({
  name,
  inBackground,
});

/** Hears how far something has come. */
export type Progress = (done: number, of: number) => void;

export interface Threads {
  /** Has a task done; `onProgress` hears how far it has come. A refusal of the task is a refusal here. */
  run<Input, Answer>(
    task: Task<Input, Answer>,
    input: Input,
    onProgress?: Progress,
  ): Promise<Answer>;
  close(): Promise<void>;
}
