// npm run build: the server as one file and the application as a folder, in dist/, for a machine that only runs them.
import { cpSync, mkdirSync, rmSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { ensurePackages } from "./lib/packages.mjs";
import { serverBundle } from "./lib/server.mjs";
import { exportedApp } from "./lib/web.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const say = (line) => console.log(`  ${line}`);
const dist = join(root, "dist");

await ensurePackages(root, say);
const bundle = await serverBundle(root);
const web = await exportedApp(root, say);
rmSync(dist, { recursive: true, force: true });
mkdirSync(dist);
cpSync(bundle, join(dist, "server.mjs"));
cpSync(web, join(dist, "web"), { recursive: true });
say("dist/server.mjs and dist/web; docs/operate.md says how they are run");
