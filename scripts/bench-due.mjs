// npm run bench:due: parts of 20,000 orders that fall due at one hour, charged by a server that others ask meanwhile.
import pg from "pg";
import { answers } from "./lib/answers.mjs";
import { benchBundle, root } from "./lib/bench.mjs";
import { mailSink } from "./lib/mail-sink.mjs";
import { run } from "./lib/run.mjs";
import {
  databaseSettings,
  serverBundle,
  startServer,
  startTill,
  TEST_SECRETS,
  tillSettings,
} from "./lib/server.mjs";
import { testCluster } from "./lib/session.mjs";

const NAME = "bench_due";
const ORDERS = Number(process.env.BENCH_ORDERS ?? 20_000);
const QUIET = 20;
const { stop, ...cluster } = await testCluster(root, console.error);
const env = { ...process.env, DAWNGATE_TEST_CLUSTER: JSON.stringify(cluster) };
const bundle = await benchBundle("due");
let mailed = 0;
const mails = await mailSink(root, () => {
  mailed += 1;
});
const running = [];
try {
  const admin = new pg.Client({ ...cluster, user: "postgres", database: "postgres" });
  await admin.connect();
  await admin.query(`drop database if exists ${NAME} with (force)`);
  await run(process.execPath, [bundle, "make"], { cwd: root, env });
  const { DAWNGATE_DB_ADMIN_PASSWORD: _a, ...rest } = databaseSettings(cluster, NAME, TEST_SECRETS);
  const settings = { ...rest, DAWNGATE_LIMITS: "no", DAWNGATE_LOG: "quiet", DAWNGATE_PORT: "0" };
  const server = await serverBundle(root);
  const till = await startTill(server, settings);
  running.push(till);
  const served = await startServer(server, {
    ...settings,
    ...tillSettings(till),
    DAWNGATE_SMTP: mails.url,
    DAWNGATE_MAIL_RATE: "1000",
  });
  running.push(served);
  const base = `http://127.0.0.1:${served.port}`;
  await answers(bundle, base, QUIET);
  const quiet = await answers(bundle, base, QUIET);
  const inside = new pg.Client({ ...cluster, user: "postgres", database: NAME });
  await inside.connect();
  await inside.query(
    `insert into outbox (kind, payload, once)
     select 'run-order', jsonb_build_object('school', school_id, 'order', id), id || ' due' from sales_order`,
  );
  const due = performance.now();
  const say = (ms) => `${(ms / 1000).toFixed(1)} s`;
  const busy = [];
  let charged = 0;
  for (let before = -1; charged < ORDERS && charged !== before; ) {
    const found = await answers(bundle, base, QUIET);
    const { rows } = await inside.query(
      `select count(*)::int as charged, count(distinct (order_id, part))::int as parts
       from order_event where kind = 'charged' and part = 2`,
    );
    before = charged;
    charged = rows[0].charged;
    if (charged < ORDERS) busy.push(found);
    console.log(
      `${say(performance.now() - due)}: ${charged} charged, of ${rows[0].parts} parts; answered in ${found.middle.toFixed(1)} ms, late ones in ${found.late.toFixed(1)}`,
    );
  }
  const { rows } = await inside.query(
    `select extract(epoch from max(at) - min(at))::float8 as seconds,
       (select count(*)::int from till.attempt where state = 'paid') as paid
     from order_event where kind = 'charged' and part = 2`,
  );
  console.log(
    `${charged} of ${ORDERS} parts charged, ${rows[0].paid} times by the till's books, ${mailed} mails, ${(charged / rows[0].seconds).toFixed(0)} a second`,
  );
  const times = (of) => {
    const sorted = busy.map(of).sort((a, b) => a - b);
    return (sorted[Math.floor(sorted.length / 2)] / of(quiet)).toFixed(2);
  };
  if (busy.length > 0)
    console.log(
      `a request, beside it: ${times(({ middle }) => middle)} times as long as alone at the median (${quiet.middle.toFixed(1)} ms alone), ${times(({ late }) => late)} times at the 95th of a hundred (${quiet.late.toFixed(1)} ms)`,
    );
  await inside.end();
  for (const one of running.splice(0).reverse()) await one.stop();
  await admin.query(`drop database if exists ${NAME} with (force)`);
  await admin.end();
} finally {
  for (const one of running.reverse()) await one.stop().catch(() => undefined);
  await mails.stop();
  await stop();
}
