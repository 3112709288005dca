// The application's export for the browser, made once for each state of its sources.
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { join } from "node:path";
import { brotliCompressSync, constants } from "node:zlib";
import { stateOf } from "./bundle.mjs";
import { putPdfReader } from "./pdf-reader.mjs";
import { run } from "./run.mjs";

/** Packs a script as tightly as can be, once: what is served is fetched over and over. */
function pack(path) {
  writeFileSync(
    `${path}.br`,
    brotliCompressSync(readFileSync(path), { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }),
  );
}

/** The folder of the exported application, made now if its sources have changed since the last time. */
export async function exportedApp(root, say) {
  const app = join(root, "app");
  const state = stateOf([
    ...[
      "app",
      "src",
      "assets",
      "public",
      "app.json",
      "babel.config.js",
      "metro.config.js",
      "zod-locales.js",
      "package.json",
    ]
      .map((name) => join(app, name))
      .filter(existsSync),
    join(root, "core/src"),
    join(root, "contract/src"),
    join(root, "package-lock.json"),
    join(root, "scripts/lib/pdf-reader.mjs"),
  ]);
  const exports = join(root, ".local/web");
  const folder = join(exports, state);
  if (existsSync(folder)) return folder;
  say("building the application (about a minute, when it has changed) …");
  const draft = join(exports, `${state}.${process.pid}.making`);
  // Metro keeps its cache in the temporary folder; ours stays in the project.
  const temporary = join(root, ".local/tmp");
  mkdirSync(temporary, { recursive: true });
  rmSync(draft, { recursive: true, force: true });
  await run("npx", ["expo", "export", "--platform", "web", "--output-dir", draft], {
    cwd: app,
    quiet: true,
    env: {
      ...process.env,
      NODE_ENV: "production",
      EXPO_OFFLINE: "1",
      EXPO_NO_TELEMETRY: "1",
      CI: "1",
      TMPDIR: temporary,
    },
  });
  putPdfReader(root, draft);
  for (const script of readdirSync(draft, { recursive: true, encoding: "utf8" }))
    if (/\.m?js$/.test(script)) pack(join(draft, script));
  for (const old of readdirSync(exports))
    if (old !== `${state}.${process.pid}.making`)
      rmSync(join(exports, old), { recursive: true, force: true });
  renameSync(draft, folder);
  return folder;
}
