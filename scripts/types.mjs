// npm run types: TypeScript over every storey. What runs without a browser is one program: each storey is read once, not
// again for each that stands on it. The application is another, beside it.
import { mkdirSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { run } from "./lib/run.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const kept = join(root, ".local/types");
mkdirSync(kept, { recursive: true });

/** What was found is kept, so that the next time only what has changed is looked at; not where there is no next time. */
const once = process.argv.includes("--once");
const check = (project, name) =>
  run(
    process.execPath,
    [
      join(root, "node_modules/typescript/bin/tsc"),
      "-p",
      project,
      // Several checkers work out the same types each for itself: on two processors, two programs beside each other are
      // enough, and take a third of the work.
      "--checkers",
      "1",
      ...(once ? [] : ["--incremental", "--tsBuildInfoFile", join(kept, `${name}.tsbuildinfo`)]),
    ],
    // Its memory is tidied up less often: it is given back in half a minute.
    { cwd: root, env: { ...process.env, GOGC: "400" } },
  );

const found = await Promise.allSettled([
  check("tsconfig.house.json", "house"),
  check("app", "app").then(() => check("e2e", "e2e")),
]);
const failed = found.find(({ status }) => status === "rejected");
if (failed) throw failed.reason;
