#!/usr/bin/env node
// The `dawngate` command: makes a fresh checkout ready (packages, once; a bundle, when a source has changed)
// with all its messages on standard error, then hands over to src/main.ts.
import { existsSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const say = (line) => process.stderr.write(`dawngate: ${line}\n`);
if (!existsSync(join(root, "node_modules/esbuild"))) {
  const { ensurePackages } = await import("../scripts/lib/packages.mjs");
  await ensurePackages(root, say);
}
const { bundled } = await import("../scripts/lib/bundle.mjs");
const main = await bundled(root, "dawngate", join(root, "cli/src/main.ts"), [
  join(root, "core/src"),
  join(root, "cli/src"),
  join(root, "bench/src"),
]);
// npm runs a script in the package's folder; paths on the command line are meant from where the user stands.
if (process.env.npm_lifecycle_event === "dawngate" && process.env.INIT_CWD)
  process.chdir(process.env.INIT_CWD);
await import(pathToFileURL(main).href);
