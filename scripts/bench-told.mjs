// npm run bench:told: a crowd that is told something at one instant, by a server that others ask meanwhile.
import pg from "pg";
import { answers } from "./lib/answers.mjs";
import { benchBundle, root } from "./lib/bench.mjs";
import { mailSink } from "./lib/mail-sink.mjs";
import { run } from "./lib/run.mjs";
import { databaseSettings, serverBundle, startServer, TEST_SECRETS } from "./lib/server.mjs";
import { testCluster } from "./lib/session.mjs";

const NAME = "bench_told";
const PEOPLE = Number(process.env.BENCH_PEOPLE ?? 200_000);
const QUIET = 20;
const { stop, ...cluster } = await testCluster(root, console.error);
const env = { ...process.env, DAWNGATE_TEST_CLUSTER: JSON.stringify(cluster) };
const told = await benchBundle("told");

/** When each mail was taken, and to whom. */
const taken = [];
const known = new Set();
const mails = await mailSink(root, (to) => {
  taken.push(performance.now());
  for (const address of to) known.add(address);
});

let server = null;
try {
  const admin = new pg.Client({ ...cluster, user: "postgres", database: "postgres" });
  await admin.connect();
  await admin.query(`drop database if exists ${NAME} with (force)`);
  await run(process.execPath, [told, "make"], { cwd: root, env });
  const { DAWNGATE_DB_ADMIN_PASSWORD: _a, ...rest } = databaseSettings(cluster, NAME, TEST_SECRETS);
  server = await startServer(await serverBundle(root), {
    ...rest,
    DAWNGATE_SMTP: mails.url,
    DAWNGATE_MAIL_RATE: "1000",
    DAWNGATE_LIMITS: "no",
    DAWNGATE_LOG: "quiet",
    DAWNGATE_PORT: "0",
  });
  const base = `http://127.0.0.1:${server.port}`;
  await answers(told, base, QUIET);
  const inside = new pg.Client({ ...cluster, user: "postgres", database: NAME });
  await inside.connect();
  await inside.query("update notice_person set next_at = now()");
  const due = performance.now();
  const say = (ms) => `${(ms / 1000).toFixed(1)} s`;
  const busy = [];
  /** Everybody was looked at, and no mail has come for a while. */
  const isOver = (left) =>
    left === 0 && taken.length > 0 && performance.now() - taken.at(-1) > 15_000;
  for (let left = PEOPLE; !isOver(left); ) {
    const found = await answers(told, base, QUIET);
    const { rows } = await inside.query(
      "select count(*) filter (where next_at <= now())::int as left from notice_person",
    );
    left = rows[0].left;
    if (left > 0) busy.push(found);
    console.log(
      `${say(performance.now() - due)}: ${taken.length} taken, ${left} to be looked at; answered in ${found.middle.toFixed(1)} ms, late ones in ${found.late.toFixed(1)}`,
    );
  }
  console.log(
    `${PEOPLE} people: the first mail was taken after ${say(taken[0] - due)}, the last after ${say(taken.at(-1) - due)}: ${(taken.length / ((taken.at(-1) - taken[0]) / 1000)).toFixed(0)} a second; ${taken.length} mails to ${known.size} people`,
  );
  const quiet = await answers(told, base, QUIET);
  const times = (of) => {
    const sorted = busy.map(of).sort((a, b) => a - b);
    return (sorted[Math.floor(sorted.length / 2)] / of(quiet)).toFixed(2);
  };
  console.log(
    busy.length === 0
      ? `Too few people to say how requests fare beside it: all were looked at within ${QUIET} s.`
      : `a request, beside it: ${times(({ middle }) => middle)} times as long as alone at the median (${quiet.middle.toFixed(1)} ms alone), ${times(({ late }) => late)} times at the 95th of a hundred (${quiet.late.toFixed(1)} ms); medians of ${busy.length} stretches of ${QUIET} s`,
  );
  await inside.end();
  await server.stop();
  server = null;
  await admin.query(`drop database if exists ${NAME} with (force)`);
  await admin.end();
} finally {
  await server?.stop().catch(() => undefined);
  await mails.stop();
  await stop();
}
