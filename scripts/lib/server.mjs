// The server as a process of its own: its database prepared, bundled, started, heard out, stopped.
import { spawn } from "node:child_process";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { bundled } from "./bundle.mjs";

/** The server's bundle. */
export function serverBundle(root) {
  const sources = ["core/src", "contract/src", "server/src"].map((name) => join(root, name));
  return bundled(root, "server", join(root, "server/src/main.ts"), sources);
}

/** What only the process that prepares a database is told. */
const PREPARING = [
  "DAWNGATE_DB_ADMIN_PASSWORD",
  "DAWNGATE_DB_OWNER_PASSWORD",
  "DAWNGATE_START_OVER",
];

/** Our own environment without what one part of the settings must not know. */
function environment(settings, without) {
  const env = { ...process.env, NODE_ENV: "production", ...settings };
  for (const name of without) delete env[name];
  return env;
}

/** Makes the database ready; told as the words of a start are. */
export function prepareServer(bundle, settings, heard = () => undefined) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ["--enable-source-maps", bundle, "prepare"], {
      env: environment(settings, ["DAWNGATE_SECRET"]),
      stdio: ["ignore", "pipe", "inherit"],
    });
    createInterface({ input: child.stdout }).on("line", (line) => heard(JSON.parse(line)));
    child.on("error", reject);
    child.on("close", (code) =>
      code === 0 ? resolve() : reject(new Error(`The database could not be made ready (${code}).`)),
    );
  });
}

/**
 * Starts the server's bundle and waits until it listens (or, without a port, until it has ended). Where the settings
 * name the database's superuser, it is made ready first, by another process: the server never knows that name.
 * Answers `{ port, stop(), kill(), ended }`; `kill` is for tests of a crash. `heard` is told each word it says on the way.
 */
export async function startServer(bundle, settings, heard = () => undefined) {
  if (settings.DAWNGATE_DB_ADMIN_PASSWORD) await prepareServer(bundle, settings, heard);
  return startProcess(bundle, [], settings, heard);
}

/**
 * Starts the practice till, a process of its own on the same database; answers as a server does. It may be started before
 * the database is ready: nobody pays before then. The server is told of it by {@link tillSettings}.
 */
export function startTill(bundle, settings) {
  return startProcess(bundle, ["till"], settings, () => undefined);
}

/** How a server is told of a till. */
export const tillSettings = ({ port }) => ({ DAWNGATE_TILL_URL: `http://127.0.0.1:${port}` });

function startProcess(bundle, words, settings, heard) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ["--enable-source-maps", bundle, ...words], {
      env: environment(settings, PREPARING),
      // The channel tells the server when we are gone; a group of its own keeps Ctrl-C for us to pass on.
      stdio: ["ignore", "pipe", "inherit", "ipc"],
      detached: true,
    });
    let why = null;
    const ended = new Promise((done) => child.on("close", (code) => done(code)));
    const end = (signal) => async () => {
      child.kill(signal);
      await ended;
    };
    const [stop, kill] = [end("SIGTERM"), end("SIGKILL")];
    createInterface({ input: child.stdout }).on("line", (line) => {
      const word = JSON.parse(line);
      if (word.done) heard(word);
      if (word.done === "listening")
        resolve({ port: word.port, pid: child.pid, stop, kill, ended });
      if (word.failed) why = word.failed;
    });
    child.on("error", reject);
    ended.then((code) => {
      if (code === 0 && why === null) resolve({ port: null, stop, kill, ended });
      else
        reject(
          why === null
            ? new Error(`The server ended with ${code}.`)
            : Object.assign(new Error(why), { code: why }),
        );
    });
  });
}

/** How a server, and the process that prepares its database, are told of it. */
export function databaseSettings(cluster, name, { sessions, owner, app, till }) {
  return {
    DAWNGATE_DB_HOST: cluster.host,
    DAWNGATE_DB_PORT: String(cluster.port),
    DAWNGATE_DB_NAME: name,
    DAWNGATE_DB_PASSWORD: app,
    DAWNGATE_DB_OWNER_PASSWORD: owner,
    DAWNGATE_DB_ADMIN_PASSWORD: cluster.password,
    DAWNGATE_SECRET: sessions,
    DAWNGATE_TILL_SECRET: till,
  };
}

/** The secrets of servers on the tests' cluster: the same for all, since roles belong to a cluster. */
export const TEST_SECRETS = {
  sessions: "only the tests sign sessions with this",
  owner: "test-owner",
  app: "test-app",
  till: "b25seSB0aGUgdGVzdHMgc2lnbiBieSB0aGlz",
};
