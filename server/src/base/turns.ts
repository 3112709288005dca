/**
 * Turns at the same thing: of those who change one course or one enrollment at a time, a few go to the database and the
 * others wait here, without a connection. A row that somebody holds so keeps those waiting who want it, and nobody else.
 */
import { ProblemError } from "./problem";

/** So many at one thing at once, so many waiting, and so long, in milliseconds. */
const AT_ONCE = 3;
const WAITING = 200;
const LONGEST = 5000;

interface Queue {
  busy: number;
  waiting: (() => void)[];
}

const queues = new Map<string, Queue>();

/** Runs `work` when it is its turn at the thing of this name. */
export async function inTurn<T>(name: string, work: () => Promise<T>): Promise<T> {
  const queue = queues.get(name) ?? { busy: 0, waiting: [] };
  queues.set(name, queue);
  if (queue.busy >= AT_ONCE) await turn(queue);
  queue.busy++;
  try {
    return await work();
  } finally {
    queue.busy--;
    queue.waiting.shift()?.();
    if (queue.busy === 0 && queue.waiting.length === 0) queues.delete(name);
  }
}

function turn(queue: Queue): Promise<void> {
  const busy = () =>
    new ProblemError(
      503,
      "Very many are changing the same thing at this moment. Nothing was changed; try again.",
      undefined,
      { "retry-after": "1" },
    );
  if (queue.waiting.length >= WAITING) throw busy();
  return new Promise((resolve, reject) => {
    const mine = () => {
      clearTimeout(timer);
      resolve();
    };
    const timer = setTimeout(() => {
      queue.waiting.splice(queue.waiting.indexOf(mine), 1);
      reject(busy());
    }, LONGEST);
    queue.waiting.push(mine);
  });
}
