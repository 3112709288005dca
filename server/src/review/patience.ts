/**
 * A ripple that takes longer than a second: whoever asks is told how far it has come, may leave, and finds the answer
 * when they come back, on whichever server. How far it has come stands in the database; a server that ends in the
 * middle is missed after some seconds, and the next question begins anew.
 */
import type { RippleAnswer, RippleProgress } from "@dawngate/contract";
import type { Instant } from "@dawngate/core/time";
import type { Database } from "../db/connection";
import { ProblemError } from "../http/problem";
import type { Actor } from "../school/actor";
import { reading } from "../school/service";
import type { Working } from "./change";
import { beginRun, endRun, readRun, updateRun } from "./store";

/** So long somebody waits for the answer itself, in milliseconds. */
const PATIENCE = 1000;
/** Whoever works on one and is not heard of for so long, in seconds, has ended. */
const LOST = 10;
/** So long an answer is kept for whoever comes back, in seconds. */
const KEPT = 60;

export interface Patient {
  db: Database;
  now(): Instant;
  log(line: string): void;
  /** Another patience than the usual one. */
  patience?: number;
}

/** `key` names what is asked: the same key is the same work. `people` is how many there are to look at. */
export async function patiently(
  { db, now, log, patience = PATIENCE }: Patient,
  actor: Actor,
  key: string,
  people: (working: Working) => Promise<number>,
  work: (working: Working) => Promise<RippleAnswer>,
): Promise<RippleAnswer | RippleProgress> {
  const { school } = actor;
  const found = await reading(db, actor, (tx) => readRun(tx, key));
  // Whoever came back has it; the next question is about what stands by then.
  if (found?.answer && found.age < KEPT) {
    await db.withSchool(school, (tx) => endRun(tx, key));
    return found.answer;
  }
  if (found && !found.answer && found.fault === null && found.age < LOST)
    return { done: found.done, of: found.people };

  const state = { done: 0, of: 0 };
  const running = reading(db, actor, async (tx) => {
    const working: Working = {
      tx,
      school,
      now: now(),
      onProgress: (done) => {
        state.done = done;
      },
    };
    state.of = await people(working);
    return work(working);
  });
  // Whoever waits for it below hears of a failure; until then nobody may be missing.
  running.catch(() => undefined);
  const quick = await Promise.race([
    running,
    new Promise<null>((resolve) => setTimeout(resolve, patience, null)),
  ]);
  if (quick) return quick;
  const tell = (set: Parameters<typeof updateRun>[2]) =>
    db.withSchool(school, (tx) => updateRun(tx, key, set));
  await db.withSchool(school, (tx) => beginRun(tx, school, key, state.of));
  const beat = setInterval(() => {
    tell({ done: state.done }).catch((error) => log(String(error)));
  }, 500);
  running
    .then((answer) => tell({ done: state.of, answer: JSON.stringify(answer) }))
    .catch((error) => {
      if (!(error instanceof ProblemError)) log(String(error));
      return tell({ fault: error instanceof Error ? error.message : String(error) });
    })
    .catch((error) => log(String(error)))
    .finally(() => clearInterval(beat));
  return { ...state };
}
