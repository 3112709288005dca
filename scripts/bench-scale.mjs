// npm run bench:scale: one server, two, and two with a copy of the database, on the tests' cluster.
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import pg from "pg";
import { benchBundle, root } from "./lib/bench.mjs";
import { startReplica } from "./lib/postgres.mjs";
import { roundRobin } from "./lib/round-robin.mjs";
import { run } from "./lib/run.mjs";
import { databaseSettings, serverBundle, startServer, TEST_SECRETS } from "./lib/server.mjs";
import { testCluster } from "./lib/session.mjs";

const ROUNDS = Number(process.env.BENCH_ROUNDS ?? 5);
const SECONDS = Number(process.env.BENCH_SECONDS ?? 4);
const NAME = "bench_scale";
const { stop, ...cluster } = await testCluster(root, console.error);
const ports = [];
const front = await roundRobin(ports);
const base = `http://127.0.0.1:${front.port}`;
const env = { ...process.env, DAWNGATE_TEST_CLUSTER: JSON.stringify(cluster), BENCH_BASE: base };
const scale = await benchBundle("scale");
const TICK = 10;

/** What stands behind the name of a process in its state. */
const stat = (pid) => readFileSync(`/proc/${pid}/stat`, "utf8").split(") ")[1].split(" ");

/** Milliseconds of the processor that processes have taken until now; of `ended`, its children that are gone too. */
function taken(pids, ended = null) {
  let sum = 0;
  for (const pid of pids)
    try {
      const fields = stat(pid);
      sum += (Number(fields[11]) + Number(fields[12])) * TICK;
      if (pid === ended) sum += (Number(fields[13]) + Number(fields[14])) * TICK;
    } catch {
      // It has ended meanwhile, and counts with its parent.
    }
  return sum;
}

/** A process and those it has started. */
function family(parent) {
  const found = [parent];
  for (const name of readdirSync("/proc"))
    if (/^\d+$/.test(name))
      try {
        if (Number(stat(name)[1]) === parent) found.push(Number(name));
      } catch {
        // As above.
      }
  return found;
}

async function postmaster(port) {
  const client = new pg.Client({ ...cluster, port, user: "postgres", database: "postgres" });
  await client.connect();
  const { rows } = await client.query("select pg_backend_pid() as pid");
  const parent = Number(stat(rows[0].pid)[1]);
  await client.end();
  return parent;
}

const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];
const servers = [];
let copy = null;
try {
  const admin = new pg.Client({ ...cluster, user: "postgres", database: "postgres" });
  await admin.connect();
  await admin.query(`drop database if exists ${NAME} with (force)`);
  await run(process.execPath, [scale, "make"], { cwd: root, env });
  copy = await startReplica(cluster, join(root, ".local/postgres-copy"), { say: console.error });
  const { DAWNGATE_DB_ADMIN_PASSWORD: _a, ...known } = databaseSettings(
    cluster,
    NAME,
    TEST_SECRETS,
  );
  const start = async (more = {}) => {
    const server = await startServer(await serverBundle(root), {
      ...known,
      DAWNGATE_URL_BASE: base,
      DAWNGATE_SMTP: "smtp://127.0.0.1:1",
      DAWNGATE_LIMITS: "no",
      DAWNGATE_LOG: "quiet",
      DAWNGATE_PORT: "0",
      ...more,
    });
    servers.push(server);
    return server;
  };
  const plain = [await start(), await start()];
  const more = { DAWNGATE_REPLICA_PORT: String(copy.port) };
  const copying = [await start(more), await start(more)];
  const ways = {
    "one server": [plain[0]],
    "two servers": plain,
    "one server, lists from the copy": [copying[0]],
    "two servers, lists from the copy": copying,
  };
  const [primary, second] = [await postmaster(cluster.port), await postmaster(copy.port)];
  const found = {};
  for (let round = 0; round < ROUNDS; round++)
    for (const [way, used] of Object.entries(ways)) {
      ports.splice(0, ports.length, ...used.map(({ port }) => port));
      const groups = {
        servers: () => taken(used.map(({ pid }) => pid)),
        primary: () => taken(family(primary), primary),
        copy: () => taken(family(second), second),
      };
      const before = Object.fromEntries(Object.entries(groups).map(([name, at]) => [name, at()]));
      const { stdout } = await asked();
      const { aSecond, count } = JSON.parse(stdout);
      found[way] ??= { aSecond: [], servers: [], primary: [], copy: [] };
      found[way].aSecond.push(aSecond);
      for (const [name, at] of Object.entries(groups))
        found[way][name].push((at() - before[name]) / count);
    }
  console.log(
    `${"".padEnd(36)}${["a second", "of one", "server", "primary", "copy"].map((one) => one.padStart(10)).join("")}   (ms of the processor a request; medians of ${ROUNDS} rounds of ${SECONDS} s)`,
  );
  const one = median(found["one server"].aSecond);
  for (const [way, { aSecond, ...rest }] of Object.entries(found))
    console.log(
      `${way.padEnd(36)}${median(aSecond).toFixed(0).padStart(10)}${(median(aSecond) / one).toFixed(2).padStart(10)}${Object.values(
        rest,
      )
        .map((list) => median(list).toFixed(2).padStart(10))
        .join("")}`,
    );
  for (const server of servers) await server.stop();
  await admin.query(`drop database if exists ${NAME} with (force)`);
  await admin.end();
} finally {
  for (const server of servers) await server.stop().catch(() => undefined);
  await copy?.stop();
  await front.stop();
  await stop();
}

async function asked() {
  const { spawn } = await import("node:child_process");
  const child = spawn(process.execPath, [scale, "ask", String(SECONDS)], {
    env,
    stdio: ["ignore", "pipe", "inherit"],
  });
  let stdout = "";
  child.stdout.on("data", (part) => {
    stdout += part;
  });
  const code = await new Promise((done) => child.on("close", done));
  if (code !== 0) throw new Error(`asking ended with ${code}`);
  return { stdout };
}
