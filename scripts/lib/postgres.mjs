// A PostgreSQL cluster of the project's own: made in a folder, started on loopback at a free port, stopped again.
// Never the machine's own cluster, and never run by root.
import { createHash, randomBytes } from "node:crypto";
import {
  chmodSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { createServer } from "node:net";
import { userInfo } from "node:os";
import { dirname, join } from "node:path";
import { ensureDebian } from "./debian.mjs";
import { run } from "./run.mjs";

const ROOT = userInfo().uid === 0;

/** The folder of the newest PostgreSQL server on this machine, or null. */
export function serverPrograms() {
  const base = "/usr/lib/postgresql";
  if (!existsSync(base)) return null;
  const version = readdirSync(base)
    .filter((name) => existsSync(join(base, name, "bin/initdb")))
    .sort((a, b) => Number(b) - Number(a))[0];
  return version ? join(base, version, "bin") : null;
}

/** Installs PostgreSQL's server where it is missing. */
export async function ensurePostgres(say) {
  if (!serverPrograms()) await ensureDebian(["postgresql"], say);
  if (!serverPrograms())
    throw new Error("PostgreSQL is installed, but its programs are not in /usr/lib/postgresql");
}

/** Runs a program as the user who owns the cluster: `postgres` where we are root, ourselves otherwise. */
function asOwner(program, words, options = {}) {
  return ROOT
    ? run("runuser", ["-u", "postgres", "--", program, ...words], {
        quiet: true,
        cwd: "/",
        ...options,
      })
    : run(program, words, { quiet: true, ...options });
}

function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on("error", reject);
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

/**
 * Where a cluster can stand: in the project, unless the user `postgres` may not walk there (a project in root's
 * home); then in a folder of /var/tmp named after the project's.
 */
async function placeFor(folder) {
  mkdirSync(dirname(folder), { recursive: true });
  if (!ROOT) return folder;
  try {
    await asOwner("test", ["-x", dirname(folder)]);
    return folder;
  } catch {
    const name = createHash("sha256").update(folder).digest("hex").slice(0, 12);
    return `/var/tmp/dawn-gate-${name}`;
  }
}

/**
 * Makes the cluster if there is none, and starts it if it does not run.
 * Answers `{ host, port, password }` of its superuser `postgres`, and `stop()`.
 */
export async function startCluster(folder, { say, durable = true }) {
  const place = await placeFor(folder);
  const programs = serverPrograms();
  const data = join(place, "data");
  const secret = join(place, "password");
  mkdirSync(place, { recursive: true });
  if (ROOT) await run("chown", ["postgres", place], { quiet: true });
  if (!existsSync(join(data, "PG_VERSION"))) {
    say("making a PostgreSQL cluster …");
    const draft = join(place, "data.making");
    rmSync(draft, { recursive: true, force: true });
    const password = randomBytes(24).toString("hex");
    writeFileSync(secret, password, { mode: 0o600 });
    if (ROOT) await run("chown", ["postgres", secret], { quiet: true });
    await asOwner(join(programs, "initdb"), [
      "-D",
      draft,
      "-U",
      "postgres",
      `--pwfile=${secret}`,
      "--auth=scram-sha-256",
      "-E",
      "UTF8",
      "--locale=C.UTF-8",
      ...(durable ? [] : ["--no-sync"]),
    ]);
    renameSync(draft, data);
  }
  if (!ROOT) chmodSync(place, 0o700);
  const password = readFileSync(secret, "utf8");
  const { stop, port } = await started(place, data, { say, durable });
  return { host: "127.0.0.1", port, password, stop };
}

/** Starts the cluster of a folder, if it does not run; answers its port, and how it is stopped. */
async function started(place, data, { say, durable }) {
  const control = (words) => asOwner(join(serverPrograms(), "pg_ctl"), ["-D", data, ...words]);
  const stop = () => control(["stop", "-m", "fast", "-w"]);
  const running = await control(["status"]).then(
    () => true,
    () => false,
  );
  if (running) {
    const port = Number(readFileSync(join(data, "postmaster.pid"), "utf8").split("\n")[3]);
    return { port, stop };
  }
  say("starting PostgreSQL …");
  // Somebody may take the port between the probe and the start, so a few are tried.
  for (let attempt = 1; ; attempt++) {
    const port = await freePort();
    const settings = [
      `-p ${port}`,
      "-c listen_addresses=127.0.0.1",
      "-c unix_socket_directories=''",
      "-c timezone=UTC",
      "-c log_timezone=UTC",
      ...(durable ? [] : ["-c fsync=off", "-c synchronous_commit=off", "-c full_page_writes=off"]),
    ];
    try {
      await control([
        "start",
        "-w",
        "-t",
        "60",
        "-l",
        join(place, "log"),
        "-o",
        settings.join(" "),
      ]);
      return { port, stop };
    } catch (error) {
      if (attempt === 3) throw error;
    }
  }
}

/**
 * A copy of a running cluster, by PostgreSQL's own streaming replication, in a folder that is made anew.
 * Answers `{ host, port, stop() }`; stopping it removes the folder.
 */
export async function startReplica({ host, port: primary, password }, folder, { say }) {
  const place = await placeFor(folder);
  const data = join(place, "data");
  if (existsSync(join(data, "postmaster.pid")))
    await asOwner(join(serverPrograms(), "pg_ctl"), ["-D", data, "stop", "-m", "immediate"]).catch(
      () => undefined,
    );
  rmSync(place, { recursive: true, force: true });
  mkdirSync(place, { recursive: true });
  if (ROOT) await run("chown", ["postgres", place], { quiet: true });
  say("copying the cluster …");
  const where = `host=${host} port=${primary} user=postgres password=${password}`;
  await asOwner(join(serverPrograms(), "pg_basebackup"), [
    "--pgdata",
    data,
    "--dbname",
    where,
    "--wal-method=stream",
    "--write-recovery-conf",
    "--checkpoint=fast",
    "--no-sync",
  ]);
  const { port, stop } = await started(place, data, { say, durable: false });
  return {
    host,
    port,
    stop: async () => {
      await stop().catch(() => undefined);
      rmSync(place, { recursive: true, force: true });
    },
  };
}
