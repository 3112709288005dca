// npm packages: installed when the lock has changed since they were, and only then.

import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { run } from "./run.mjs";

/** Makes `node_modules` what the lock says. `say` is told what is being done. */
export async function ensurePackages(root, say) {
  const lock = createHash("sha256")
    .update(readFileSync(join(root, "package-lock.json")))
    .digest("hex");
  const mark = join(root, "node_modules/.dawn-gate-lock");
  if (existsSync(mark) && readFileSync(mark, "utf8") === lock) return;
  say("installing npm packages (about a minute, once) …");
  // A failed install must not pass for a finished one.
  rmSync(mark, { force: true });
  await run("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"], {
    cwd: root,
    quiet: true,
  });
  mkdirSync(join(root, "node_modules"), { recursive: true });
  writeFileSync(mark, lock);
}
