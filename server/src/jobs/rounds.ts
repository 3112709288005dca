/** Work that is looked for again and again. None of it waits for another's. */

/** One round of it. It answers true: there is more of it now. */
export type Round = () => Promise<unknown>;

export interface Rounds {
  /** No further round begins; what runs is waited for. */
  stop(): Promise<void>;
}

/** A round every so many milliseconds, one after the other; another one right away where there is more. */
export function inRounds(every: number, round: Round, log: (line: string) => void): Rounds {
  let stopped = false;
  let running: Promise<void> | null = null;
  const go = async () => {
    while (!stopped && (await round()) === true);
  };
  const timer = setInterval(() => {
    running ??= go()
      .catch((error) => log(String(error)))
      .finally(() => {
        running = null;
      });
  }, every);
  return {
    async stop() {
      stopped = true;
      clearInterval(timer);
      await running;
    },
  };
}
