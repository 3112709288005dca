// The server as a process of its own: bundled, started, heard out, stopped.
import { spawn } from "node:child_process";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { bundled } from "./bundle.mjs";

/** The server's bundle. */
export function serverBundle(root) {
  const sources = ["core/src", "contract/src", "server/src"].map((name) => join(root, name));
  return bundled(root, "server", join(root, "server/src/main.ts"), sources);
}

/**
 * Starts the server's bundle and waits until it listens (or, without a port, until it has ended).
 * Answers `{ port, stop(), kill(), ended }`; `kill` is for tests of a crash. `heard` is told each word it says on the way.
 */
export function startServer(bundle, settings, heard = () => undefined) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ["--enable-source-maps", bundle], {
      env: { ...process.env, NODE_ENV: "production", ...settings },
      // The channel tells the server when we are gone; a group of its own keeps Ctrl-C for us to pass on.
      stdio: ["ignore", "pipe", "inherit", "ipc"],
      detached: true,
    });
    const ended = new Promise((done) => child.on("close", (code) => done(code)));
    const end = (signal) => async () => {
      child.kill(signal);
      await ended;
    };
    const [stop, kill] = [end("SIGTERM"), end("SIGKILL")];
    createInterface({ input: child.stdout }).on("line", (line) => {
      const word = JSON.parse(line);
      heard(word);
      if (word.done === "listening") resolve({ port: word.port, stop, kill, ended });
      if (word.failed) reject(Object.assign(new Error(word.failed), { code: word.failed }));
    });
    child.on("error", reject);
    ended.then((code) => {
      if (code === 0) resolve({ port: null, stop, kill, ended });
      else reject(new Error(`The server ended with ${code}.`));
    });
  });
}

/** How a server is told of its database. */
export function databaseSettings(cluster, name, secret) {
  return {
    DAWNGATE_DB_HOST: cluster.host,
    DAWNGATE_DB_PORT: String(cluster.port),
    DAWNGATE_DB_PASSWORD: cluster.password,
    DAWNGATE_DB_NAME: name,
    DAWNGATE_SECRET: secret,
  };
}
