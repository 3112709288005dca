/** The server's process: loads the demo where asked to, and serves until it is told to stop. */

import type { Server } from "node:http";
import { createServer, Server as NetServer } from "node:net";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { serve } from "@hono/node-server";
import { pino } from "pino";
import { openOutside } from "./base/outside";
import { attemptEnder } from "./checks/ending";
import { marker } from "./checks/marking";
import { openDatabase } from "./db/connection";
import { BACKGROUND } from "./db/pool";
import { peopleFileWorker } from "./enrollment/people-file/work";
import { nextCaller } from "./enrollment/ways-in/waitlist";
import { openFigures } from "./figures";
import { openKeptFiles } from "./files/kept";
import { dropFiles, sweepFiles } from "./files/sweep";
import { createApp } from "./http/app";
import { staticFiles } from "./http/static";
import type { Answered } from "./http/watch";
import { loadDemo } from "./import/demo";
import { listenForChanges } from "./jobs/changes";
import type { JobParts } from "./jobs/kind";
import { startQueue } from "./jobs/queue";
import { startThreads } from "./jobs/threads";
import { deviceTeller } from "./notices/devices/tell";
import { letterWriter } from "./notices/planned";
import { startReaders } from "./readers";
import { reminder } from "./reminders/tell";
import { tillAsker } from "./sales/ask-till";
import { handWatcher } from "./sales/by-hand/watch";
import { pageAsker } from "./sales/cards/ask-page";
import { documentWriter } from "./sales/documents/issue";
import { follower } from "./sales/follow-up";
import { giver } from "./sales/gift";
import { readSoldBy } from "./sales/listing-store";
import { shareKeeper } from "./sales/partners/share";
import { openTouches } from "./sales/partners/touches";
import { backPayer } from "./sales/refunds/pay-back";
import { priceAnnouncer, priceTaker } from "./sales/running/announced-prices";
import { wayChanger } from "./sales/running/change-way";
import { orderRunner } from "./sales/running/charge";
import { openAuth, openAuthPool } from "./school/auth";
import { NO_LIMITS, openLimits } from "./school/limits";
import { readSettings } from "./settings";
import { signedBounces } from "./stand-ins/mail/bounces";
import { smtpMailer } from "./stand-ins/mail/smtp";
import { openMailTray } from "./stand-ins/mail/store";
import { practiceNumbers } from "./stand-ins/tax-numbers";
import { practiceTill } from "./stand-ins/till/client";
import { teller } from "./statements/tell";

/** So long a connection that stands may wait for its next request while the server ends, in milliseconds. */
const GRACE = 1500;

/** So long a connection nobody asks anything on stays open, in milliseconds. */
const KEPT_OPEN = 75_000;

/** So often files that nothing shows are looked for, in milliseconds. */
const FILES_EVERY = 3_600_000;

const settings = readSettings(process.env);
const { address } = settings;
const now = () => Date.now() as Instant;
/** One JSON object a line on standard error; standard output is for the start command. */
const logger = pino(
  { base: null, timestamp: pino.stdTimeFunctions.isoTime, level: "info" },
  pino.destination({ dest: 2, sync: false }),
);
const log = (line: string) => logger.error(line);
/** What the start command reads: one JSON object a line on standard output. */
const tell = (word: Record<string, unknown>) => process.stdout.write(`${JSON.stringify(word)}\n`);
// Each is mended at its root; but nobody's requests end because of somebody else's.
process.on("unhandledRejection", (error) => logger.error({ err: error }, "unheard refusal"));

const port = settings.port === 0 ? await freePort() : settings.port;
const baseUrl = (settings.baseUrl ?? `http://127.0.0.1:${port ?? 0}`).replace(/\/$/, "");
const replica = settings.replica ?? undefined;
const db = openDatabase(address, { replica });
const tray = settings.smtp === null ? openMailTray(address) : null;
const mailer =
  settings.smtp === null
    ? tray
    : smtpMailer(settings.smtp, settings.mailFrom, baseUrl, { rate: settings.mailRate });
const payments =
  settings.till && practiceTill({ ...settings.till, tellAt: `${baseUrl}/api/payments/heard` });
const bounces = settings.bounceSecret === null ? null : signedBounces(settings.bounceSecret);
if (!mailer) throw new Error("No way to send mail");
const kept =
  settings.fileFolder === null
    ? null
    : await openKeptFiles(settings.fileFolder, settings.secret, settings.bucket);
const counters = openAuthPool(address);
const limits = settings.limits ? openLimits(counters) : NO_LIMITS;
const identity = openAuth({ address, baseUrl, secret: settings.secret, limits, log });
let homeSchool: string | null = null;
if (settings.demo !== null) {
  // A whole school at once takes longer than a person would wait.
  const patient = openDatabase(address, { patience: BACKGROUND, most: 2 });
  const demo = await loadDemo(patient, settings.demo, now(), identity.ensureAccount, baseUrl, kept);
  await patient.close();
  homeSchool = demo.slug;
  const { password, signIns } = demo;
  tell({ done: demo.loaded ? "demo-loaded" : "demo-kept", password, signIns });
}

// A demo's stand-ins are on this machine.
const outside = openOutside(settings.demo !== null, settings.secret);

const closeAll = () => Promise.all([db.close(), identity.close(), counters.end(), mailer?.close()]);
if (port === null) await closeAll();
else {
  const bundle = new URL(import.meta.url);
  const changes = await listenForChanges(address);
  const threads = startThreads(bundle, address);
  const { accounts } = identity;
  const askTill = tillAsker({ db, payments, baseUrl, now });
  const askPage = pageAsker({ db, payments, baseUrl, now });
  const followUp = follower({ db, baseUrl, now });
  const runOrder = orderRunner({ db, payments, baseUrl, now });
  const payBack = backPayer({ db, payments, now });
  const giveGift = giver({ db, baseUrl, now });
  const parts: JobParts = {
    db,
    mailer,
    askTill,
    askPage,
    followUp,
    callNext: nextCaller({ db, baseUrl, now, soldBy: readSoldBy }),
    workOnPeopleFile: peopleFileWorker({ db, baseUrl, now }),
    endAttempt: attemptEnder({ db, now }),
    markAgain: marker({ db, now }),
    writeLetter: letterWriter({ db, baseUrl, accounts, now }),
    tellDevice: deviceTeller({ db, outside, baseUrl, now }),
    tellStatements: teller({ db, outside, baseUrl, now }),
    giveGift,
    remind: reminder({ db, baseUrl, now }),
    dropFiles: (school) => dropFiles(db, kept, school),
    payBack,
    runOrder,
    keepShare: shareKeeper({ db, now }),
    writeDocuments: documentWriter({ db, now }),
    announcePrice: priceAnnouncer({ db, baseUrl, now }),
    takePriceBack: priceTaker({ db, baseUrl, now }),
    changeWay: wayChanger({ db, payments, baseUrl, now }),
    watchOrder: handWatcher({ db, baseUrl, now }),
    threads,
    accounts,
    baseUrl,
    now,
  };
  const queue = await startQueue({
    db,
    address,
    parts,
    now,
    log,
    sweepEvery: settings.sweepEvery * 1000,
    lostAfter: settings.lostAfter,
  });
  // Files that nothing shows go; several servers may look at once.
  const sweeping =
    kept &&
    setInterval(() => {
      sweepFiles(db, kept, now()).catch((error) => log(`files: ${String(error)}`));
    }, FILES_EVERY);
  let stopping = false;
  const figures = openFigures({
    db,
    queue,
    backlog: async () => (await db.coursesToProject(formatInstant(now()))).length,
  });
  const token = settings.metricsToken;
  const app = createApp({
    db,
    identity,
    tray,
    payments,
    bounces,
    outside,
    numbers: practiceNumbers(),
    touches: openTouches(settings.secret),
    kept,
    threads,
    readers: startReaders(bundle),
    limits,
    changes,
    now,
    baseUrl,
    lag: replica?.bound,
    homeSchool,
    files: settings.web === null ? null : staticFiles(settings.web),
    log,
    proxies: settings.proxies,
    health: {
      ready: async () => !stopping && (await db.answers()),
      figures: token === null ? null : { token, type: figures.type, text: figures.text },
    },
    heard: (answered: Answered) => {
      figures.heard(answered);
      if (settings.log === "requests") logger.info(answered);
    },
  });
  const server = serve({ fetch: app.fetch, hostname: settings.host, port }, (info) =>
    tell({ done: "listening", port: info.port }),
  ) as Server;
  // A request that dribbles in, or never ends, is not waited for.
  server.headersTimeout = 15_000;
  server.requestTimeout = 120_000;
  // Whoever holds a connection open lets go of it first: closed from here while a request is on its way, that request is
  // lost. A proxy in front commonly holds one for sixty seconds (common practice).
  server.keepAliveTimeout = KEPT_OPEN;
  server.on("error", (error: NodeJS.ErrnoException) => {
    tell({ failed: error.code ?? error.message });
    process.exit(1);
  });
  // While it ends, whoever has been answered is told to ask elsewhere next time.
  server.on("request", (_request, response) => {
    if (stopping) response.setHeader("connection", "close");
  });
  const stop = () => {
    if (stopping) return;
    stopping = true;
    if (sweeping) clearInterval(sweeping);
    // Nobody new is let in. On a connection that stands, what is asked next is answered, and told to be the last; only
    // one that nobody has used for a while is closed, and streams are ended.
    const idle = setTimeout(() => server.closeIdleConnections(), GRACE);
    NetServer.prototype.close.call(server, async () => {
      clearTimeout(idle);
      await queue.close().catch(() => undefined);
      await threads.close();
      await Promise.all([changes.close().catch(() => undefined), closeAll()]);
      process.exit(0);
    });
    setTimeout(() => server.closeAllConnections(), GRACE + 1500).unref();
    setTimeout(() => process.exit(0), 9000).unref();
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
