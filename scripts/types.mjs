// npm run types: TypeScript over every storey.
import { existsSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { run } from "./lib/run.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
for (const storey of ["core", "contract", "server", "app", "cli", "bench", "e2e"])
  if (existsSync(join(root, storey, "tsconfig.json")))
    await run(process.execPath, [join(root, "node_modules/typescript/bin/tsc"), "-p", storey], {
      cwd: root,
    });
