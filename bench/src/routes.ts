/** The server for the bench of routes, with one more route: a bare transaction (begin, set, `select 1`, commit). */

import { fork } from "node:child_process";
import type { Instant } from "@dawngate/core/time";
import { openOutside } from "@dawngate/server/base/outside";
import { openDatabase } from "@dawngate/server/db/connection";
import { dropDatabase, prepareDatabase } from "@dawngate/server/db/prepare";
import { createApp } from "@dawngate/server/http/app";
import { loadDemo, readDemo } from "@dawngate/server/import/demo";
import { noThreads } from "@dawngate/server/jobs/threads";
import { readersHere } from "@dawngate/server/readers/index";
import { openTouches } from "@dawngate/server/sales/partners/touches";
import { openAuth } from "@dawngate/server/school/auth";
import { NO_LIMITS } from "@dawngate/server/school/limits";
import { practiceNumbers } from "@dawngate/server/stand-ins/tax-numbers";
import { serve } from "@hono/node-server";
import { Hono } from "hono";
import { bareTransactions } from "./bare";

interface Extras {
  people: { name: string; email: string; enrollments: string[] }[];
}

const cluster = JSON.parse(process.env.DAWNGATE_TEST_CLUSTER ?? "null");
const address = await prepareDatabase(cluster, "bench", { owner: "test-owner", app: "test-app" });
const db = openDatabase(address);
const now = () => Date.now() as Instant;
const identity = openAuth({
  address,
  baseUrl: "http://127.0.0.1:1",
  secret: "a secret for the bench, long enough",
});
const { BENCH_DEMO: demo = "demo", BENCH_ASK: ask = "" } = process.env;
const { slug, password } = await loadDemo(db, demo, now(), identity.ensureAccount);
// Of the first course, those in the middle of it: they may tick its early lessons.
const { extras } = readDemo(demo, now()) as { extras: Extras };
const learners: { enrollment: string; email: string }[] = [];
for (const { name, email, enrollments } of extras.people)
  for (const enrollment of enrollments)
    if (/^sourdough-\d+$/.test(enrollment)) {
      await identity.ensureAccount(email, name, password);
      learners.push({ enrollment, email });
    }
const school = await db.findSchool(slug);
if (!school) throw new Error("no demo");
const parts = {
  db,
  identity,
  threads: noThreads({ db }),
  readers: readersHere,
  limits: NO_LIMITS,
  now,
  log: console.error,
};
const nothing = {
  tray: null,
  kept: null,
  payments: null,
  bounces: null,
  changes: null,
  files: null,
  homeSchool: null,
};
const bare = bareTransactions(address, school);
const app = new Hono()
  .get("/bare", async (c) => c.json(await bare.run()))
  .route(
    "/",
    createApp({
      ...parts,
      ...nothing,
      numbers: practiceNumbers(),
      touches: openTouches("a secret of the tests, long enough to sign with"),
      outside: openOutside(false, "a secret of the tests, long enough"),
      baseUrl: "http://127.0.0.1:1",
    }),
  );
const server = serve({ fetch: app.fetch, hostname: "127.0.0.1", port: 0 });
await new Promise((resolve) => server.once("listening", resolve));
const { port } = server.address() as { port: number };
const origin = `http://127.0.0.1:${port}`;

// Who asks is a process of their own, as in life: what unpacking costs is not the server's.
const asking = fork(ask, {
  env: {
    ...process.env,
    BENCH_ORIGIN: origin,
    BENCH_SCHOOL: slug,
    BENCH_PASSWORD: password,
    BENCH_LEARNERS: JSON.stringify(learners),
  },
});
const code = await new Promise<number | null>((resolve) => asking.once("exit", resolve));
server.close();
await Promise.all([db.close(), identity.close(), bare.close()]);
await dropDatabase(cluster, "bench");
process.exit(code ?? 1);
