/** The server's process: makes its database ready, loads the demo where asked to, and serves until it is told to stop. */
import type { Server } from "node:http";
import { createServer } from "node:net";
import type { Instant } from "@dawngate/core/time";
import { serve } from "@hono/node-server";
import { openDatabase } from "./db/connection";
import { dropDatabase, prepareDatabase } from "./db/prepare";
import { createApp } from "./http/app";
import { staticFiles } from "./http/static";
import { listenForChanges } from "./jobs/changes";
import { startQueue } from "./jobs/queue";
import { startThread } from "./jobs/thread";
import { openAuth } from "./school/auth";
import { loadDemo } from "./school/demo";
import { readSettings } from "./settings";
import { smtpMailer } from "./stand-ins/mail/smtp";
import { openMailTray } from "./stand-ins/mail/store";

const settings = readSettings(process.env);
const now = () => Date.now() as Instant;
const log = (line: string) => process.stderr.write(`${line}\n`);
/** What the start command reads: one JSON object a line on standard output. */
const tell = (word: Record<string, unknown>) => process.stdout.write(`${JSON.stringify(word)}\n`);

if (settings.startOver) await dropDatabase(settings.cluster, settings.database);
const address = await prepareDatabase(settings.cluster, settings.database, settings.secret);
tell({ done: "migrated" });
const port = settings.port === 0 ? await freePort() : settings.port;
const baseUrl = settings.baseUrl ?? `http://127.0.0.1:${port ?? 0}`;
const db = openDatabase(address);
const tray = settings.smtp === null ? openMailTray(address) : null;
const mailer = settings.smtp === null ? tray : smtpMailer(settings.smtp, settings.mailFrom);
if (!mailer) throw new Error("No way to send mail");
const identity = openAuth({
  address,
  baseUrl,
  secret: settings.secret,
  mailer,
  limitAttempts: settings.limitAttempts,
});
let homeSchool: string | null = null;
if (settings.demo !== null) {
  const demo = await loadDemo(db, settings.demo, now(), identity.ensureAccount);
  homeSchool = demo.slug;
  const { password, signIns } = demo;
  tell({ done: demo.loaded ? "demo-loaded" : "demo-kept", password, signIns });
}

if (port === null) await Promise.all([db.close(), identity.close(), tray?.close()]);
else {
  const changes = await listenForChanges(address);
  const thread = startThread(new URL(import.meta.url), address);
  const jobs = await startQueue(db, address, thread.project, now, log);
  const files = settings.web === null ? null : staticFiles(settings.web);
  const app = createApp({
    db,
    identity,
    mailer,
    tray,
    jobs,
    changes,
    now,
    baseUrl,
    homeSchool,
    files,
    log,
  });
  const server = serve({ fetch: app.fetch, hostname: "127.0.0.1", port }, (info) =>
    tell({ done: "listening", port: info.port }),
  ) as Server;
  server.on("error", (error: NodeJS.ErrnoException) => {
    tell({ failed: error.code ?? error.message });
    process.exit(1);
  });
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    // Requests under way are answered; connections that only wait, and streams, are closed.
    server.close(async () => {
      await jobs.close();
      await thread.close();
      await Promise.all([changes.close(), db.close(), identity.close(), tray?.close()]);
      process.exit(0);
    });
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 1500).unref();
    setTimeout(() => process.exit(0), 8000).unref();
  };
  process.on("SIGTERM", stop);
  process.on("SIGINT", stop);
  // The start command has gone, perhaps without a word: nobody is left to stop this process.
  process.on("disconnect", stop);
}

function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on("error", reject);
    probe.listen(0, "127.0.0.1", () => {
      const found = (probe.address() as { port: number }).port;
      probe.close(() => resolve(found));
    });
  });
}
