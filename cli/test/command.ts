/** The command as a user runs it, and as a function of its words: a process a question takes half a second. */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import type { Outcome } from "../src/outcome";
import { run } from "../src/run";

/** A process of its own, with its standard input; what starting it says is on its standard error too. */
export function spawned(words: readonly string[], input = "") {
  const command = join(__dirname, "../dawngate.mjs");
  const done = spawnSync(process.execPath, [command, ...words], {
    input,
    encoding: "utf8",
    maxBuffer: 1 << 28,
  });
  return { code: done.status, output: done.stdout, errors: done.stderr };
}

/** What the process would leave behind. */
export const dawngate = (words: readonly string[]): Promise<Outcome> => run(words);
