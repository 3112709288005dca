/** The server's process: makes its database ready, loads the demo where asked to, and serves until it is told to stop. */
import type { Server } from "node:http";
import type { Instant } from "@dawngate/core/time";
import { serve } from "@hono/node-server";
import { openDatabase } from "./db/connection";
import { dropDatabase, prepareDatabase } from "./db/prepare";
import { createApp } from "./http/app";
import { staticFiles } from "./http/static";
import { loadDemo } from "./school/demo";
import { readSettings } from "./settings";

const settings = readSettings(process.env);
const now = () => Date.now() as Instant;
const log = (line: string) => process.stderr.write(`${line}\n`);
/** What the start command reads: one JSON object a line on standard output. */
const tell = (word: Record<string, unknown>) => process.stdout.write(`${JSON.stringify(word)}\n`);

if (settings.startOver) await dropDatabase(settings.cluster, settings.database);
const address = await prepareDatabase(settings.cluster, settings.database, settings.secret);
tell({ done: "migrated" });
const db = openDatabase(address);
let homeSchool: string | null = null;
if (settings.demo !== null) {
  const { slug, loaded } = await loadDemo(db, settings.demo, now());
  homeSchool = slug;
  tell({ done: loaded ? "demo-loaded" : "demo-kept" });
}

if (settings.port === null) await db.close();
else {
  const files = settings.web === null ? null : staticFiles(settings.web);
  const app = createApp({ db, now, homeSchool, files, log });
  const server = serve(
    { fetch: app.fetch, hostname: "127.0.0.1", port: settings.port },
    ({ port }) => tell({ done: "listening", port }),
  ) as Server;
  server.on("error", (error: NodeJS.ErrnoException) => {
    tell({ failed: error.code ?? error.message });
    process.exit(1);
  });
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    // Requests under way are answered; connections that only wait are closed.
    server.close(async () => {
      await db.close();
      process.exit(0);
    });
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 3000).unref();
  };
  process.on("SIGTERM", stop);
  process.on("SIGINT", stop);
  // The start command has gone, perhaps without a word: nobody is left to stop this process.
  process.on("disconnect", stop);
}
