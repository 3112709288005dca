/**
 * A ripple that takes longer than a second: whoever asks is told how far it has come, may leave, and finds the answer
 * when they come back, on whichever server. It is worked out in a thread; how far it has come stands in the database; a
 * server that ends in the middle is missed after some seconds, and the next question begins anew.
 */
import type { RippleAnswer, RippleProgress } from "@dawngate/contract/review";
import { ProblemError } from "../base/problem";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import type { AskedChange } from "./change";
import { beginRun, endRun, readRun, updateRun } from "./store";
import { RIPPLE } from "./tasks";

/** So long somebody waits for the answer itself, in milliseconds. */
const PATIENCE = 1000;
/** Whoever works on one and is not heard of for so long, in seconds, has ended. */
const LOST = 10;
/** So long an answer is kept for whoever comes back, in seconds. */
const KEPT = 60;

/** `key` names what is asked: the same key is the same work. */
export async function patiently(
  { db, threads, log, patience = PATIENCE }: Pick<Services, "db" | "threads" | "log" | "patience">,
  context: Context,
  key: string,
  change: AskedChange,
): Promise<RippleAnswer | RippleProgress> {
  const { school, now } = context;
  const found = await reading(db, context, (tx) => readRun(tx, key));
  // Whoever came back has it; the next question is about what stands by then.
  if (found?.answer && found.age < KEPT) {
    await db.withSchool(context, (tx) => endRun(tx, key));
    return found.answer;
  }
  if (found && !found.answer && found.fault === null && found.age < LOST)
    return { done: found.done, of: found.people };

  const state = { done: 0, of: 0 };
  const running = threads.run(RIPPLE, { school, now, change }, (done, of) => {
    Object.assign(state, { done, of });
  });
  // Whoever waits for it below hears of a failure; until then nobody may be missing.
  running.catch(() => undefined);
  let timer: NodeJS.Timeout | undefined;
  const quick = await Promise.race([
    running,
    new Promise<null>((resolve) => {
      timer = setTimeout(resolve, patience, null);
    }),
  ]).finally(() => clearTimeout(timer));
  if (quick) return quick;
  const tell = (set: Parameters<typeof updateRun>[2]) =>
    db.withSchool(school, (tx) => updateRun(tx, key, set));
  await db.withSchool(context, (tx) => beginRun(tx, school, key, state.of));
  const beat = setInterval(() => {
    tell({ done: state.done, people: state.of }).catch((error) => log(String(error)));
  }, 500);
  running
    .then((answer) => tell({ done: state.of, people: state.of, answer: JSON.stringify(answer) }))
    .catch((error) => {
      if (!(error instanceof ProblemError)) log(String(error));
      return tell({ fault: error instanceof Error ? error.message : String(error) });
    })
    .catch((error) => log(String(error)))
    .finally(() => clearInterval(beat));
  return { ...state };
}
