// npm start: from a fresh checkout to the demo in the browser. Sets up what is missing, keeps what is there,
// says what it does, and stops cleanly on Ctrl-C.
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { takeLock } from "./lib/lock.mjs";
import { ensurePackages } from "./lib/packages.mjs";
import { ensurePostgres, startCluster } from "./lib/postgres.mjs";
import { secretsIn } from "./lib/secret.mjs";
import {
  databaseSettings,
  serverBundle,
  startServer,
  startTill,
  tillSettings,
} from "./lib/server.mjs";
import { exportedApp } from "./lib/web.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const local = join(root, ".local");
const say = (line) => console.log(`  ${line}`);
/** The first port that is tried; where it is taken, the next ones are. */
const FIRST_PORT = Number(process.env.PORT ?? 4170);
const chosen = process.env.PORT !== undefined;

const lock = takeLock(join(local, "start.lock"));
if (lock.holder) {
  const at = lock.holder.address ? ` at ${lock.holder.address}` : "";
  console.error(`Dawn Gate runs already from this folder${at} (process ${lock.holder.pid}).`);
  process.exit(1);
}

const undo = [lock.giveBack];
let ending = false;
async function end(code) {
  if (ending) return;
  ending = true;
  for (const step of undo.reverse())
    await Promise.resolve(step()).catch((error) => console.error(error.message));
  process.exit(code);
}
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"])
  process.on(signal, () => {
    console.log("\n  stopping …");
    end(0);
  });

/** A server that ends within a minute of its start makes the wait before the next one longer, up to this. */
const LONGEST_WAIT = 30_000;
const HEALTHY = 60_000;

/** Starts it again whenever it ends by itself, with growing waits, at the same address. */
async function keepServing(bundle, settings, server) {
  const { DAWNGATE_DB_ADMIN_PASSWORD: _admin, ...again } = settings;
  const { port } = server;
  let wait = 500;
  for (let running = server; ; ) {
    const begun = Date.now();
    const code = await running.ended;
    if (ending) return;
    if (Date.now() - begun > HEALTHY) wait = 500;
    say(`the server ended by itself (${code}); it is started again in ${wait / 1000} s`);
    await new Promise((resolve) => setTimeout(resolve, wait));
    wait = Math.min(wait * 2, LONGEST_WAIT);
    if (ending) return;
    running = await startServer(bundle, { ...again, DAWNGATE_PORT: String(port) }, heard).catch(
      (error) => ({ ended: Promise.resolve(error.message), stop: async () => undefined }),
    );
    stopServer = running.stop;
  }
}

// Whatever goes wrong here, nothing is left behind: neither PostgreSQL nor the lock.
for (const event of ["uncaughtException", "unhandledRejection"])
  process.on(event, (error) => {
    console.error(error?.message ?? error);
    end(1);
  });

/** Serves at the first port that is free. */
async function serve(bundle, settings) {
  for (let port = FIRST_PORT; ; port++) {
    try {
      return await startServer(bundle, { ...settings, DAWNGATE_PORT: String(port) }, heard);
    } catch (error) {
      if (error.code !== "EADDRINUSE" || chosen || port > FIRST_PORT + 50) throw error;
    }
  }
}

let stopServer = async () => undefined;
const told = new Set();
let signIns = "";
function heard({ done, password, signIns: who }) {
  if (who)
    signIns =
      who.map(({ email, as }) => `    ${email.padEnd(32)} ${as}`).join("\n") +
      `\n    password of all: ${password}`;
  const words = {
    migrated: "the database is ready",
    "demo-loaded": "the demo school is loaded",
    "demo-kept": "the demo school is as you left it (npm run demo:reset starts it over)",
  };
  // A port that was taken means hearing it all again: the first time counts.
  const about = done.split("-")[0];
  if (words[done] && !told.has(about)) say(words[done]);
  told.add(about);
}

try {
  console.log("Dawn Gate");
  await ensurePackages(root, say);
  await ensurePostgres(say);
  const cluster = await startCluster(join(local, "postgres"), { say });
  undo.push(cluster.stop);
  const web = await exportedApp(root, say);
  const settings = {
    ...databaseSettings(cluster, "dawngate", secretsIn(join(local, "secrets"))),
    DAWNGATE_WEB: web,
    DAWNGATE_FILES: join(local, "files"),
    DAWNGATE_DEMO: join(root, "demo"),
    // What goes wrong is told here; every request, where somebody runs it (docs/operate.md).
    DAWNGATE_LOG: "quiet",
  };
  const bundle = await serverBundle(root);
  const till = await startTill(bundle, settings);
  undo.push(till.stop);
  Object.assign(settings, tillSettings(till));
  const server = await serve(bundle, settings);
  stopServer = server.stop;
  undo.push(() => stopServer());
  const address = `http://127.0.0.1:${server.port}`;
  lock.note({ address });
  console.log(`
  Open ${address}

  The demo school is Ember Row Bread School. Sign in as

${signIns}

  Mail goes to the mail tray, ${address}/mail. What is bought is paid at the practice
  till, http://127.0.0.1:${till.port}; no money moves. The API describes itself at
  ${address}/api/openapi.json.
  Ctrl-C stops everything; what is in the database stays.
`);
  await keepServing(bundle, settings, server);
} catch (error) {
  if (!ending) console.error(error.message);
  await end(1);
}
