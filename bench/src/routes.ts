/**
 * How many requests a second the server answers, beside a route that does one bare transaction (begin, set,
 * `select 1`, commit), in one run over loopback: eight at a time, a bounded number of each, medians of rounds.
 */
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import type { Instant } from "@dawngate/core/time";
import { openDatabase } from "@dawngate/server/db/connection";
import { dropDatabase, prepareDatabase } from "@dawngate/server/db/prepare";
import { createApp } from "@dawngate/server/http/app";
import { openAuth } from "@dawngate/server/school/auth";
import { loadDemo } from "@dawngate/server/school/demo";
import { bareTransaction } from "@dawngate/server/school/store";
import { serve } from "@hono/node-server";
import { Hono } from "hono";

const AT_ONCE = 8;
const REQUESTS = 400;
const ROUNDS = 5;

const cluster = JSON.parse(process.env.DAWNGATE_TEST_CLUSTER ?? "null");
const address = await prepareDatabase(cluster, "bench", "bench");
const db = openDatabase(address);
const now = () => Date.now() as Instant;
const mailer = { send: async () => undefined };
const identity = openAuth({
  address,
  baseUrl: "http://127.0.0.1:1",
  secret: "a secret for the bench, long enough",
  mailer,
  limitAttempts: false,
});
const demo = join(fileURLToPath(new URL("../..", import.meta.url)), "demo");
const { slug, password } = await loadDemo(db, demo, now(), identity.ensureAccount);
const school = await db.findSchool(slug);
if (!school) throw new Error("no demo");
const jobs = { projectCourse: async () => undefined };
const parts = { db, identity, mailer, jobs, now, log: console.error };
const nothing = { tray: null, changes: null, files: null, homeSchool: null };
const app = new Hono()
  .get("/bare", async (c) => c.json(await db.withSchool(school, bareTransaction)))
  .route("/", createApp({ ...parts, ...nothing, baseUrl: "http://127.0.0.1:1" }));
const server = serve({ fetch: app.fetch, hostname: "127.0.0.1", port: 0 });
await new Promise((resolve) => server.once("listening", resolve));
const { port } = server.address() as { port: number };
const origin = `http://127.0.0.1:${port}`;

async function signedIn(email: string): Promise<string> {
  const response = await fetch(`${origin}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: "http://127.0.0.1:1" },
    body: JSON.stringify({ email, password }),
  });
  return response.headers
    .getSetCookie()
    .map((cookie) => cookie.split(";")[0])
    .join("; ");
}
const staff = await signedIn("rosa@example.org");
const learner = await signedIn("callum.reyes@example.org");

type Ask = (n: number) => [string, RequestInit?];
const routes: Record<string, Ask> = {
  bare: () => ["/bare"],
  timeline: () => [
    `/api/schools/${slug}/courses/cold-kitchen/timeline?enrollment=sourdough-08`,
    { headers: { cookie: staff } },
  ],
  done: (n) => [
    `/api/schools/${slug}/shelf/sourdough-08/lessons/folds-and-rests`,
    {
      method: "PUT",
      headers: { cookie: learner, origin, "content-type": "application/json" },
      body: JSON.stringify({ done: n % 2 === 0, key: `bench-${process.pid}-${n}` }),
    },
  ],
};

let serial = 0;
async function rate(ask: Ask, requests: number): Promise<number> {
  const begin = performance.now();
  let left = requests;
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      while (left-- > 0) {
        const [path, init] = ask(serial++);
        const response = await fetch(origin + path, init);
        await response.arrayBuffer();
        if (!response.ok) throw new Error(`${path} answers ${response.status}`);
      }
    }),
  );
  return (requests / (performance.now() - begin)) * 1000;
}

const rates: Record<string, number[]> = { bare: [], timeline: [], done: [] };
for (let round = 0; round <= ROUNDS; round++)
  for (const [name, ask] of Object.entries(routes)) {
    const found = await rate(ask, name === "done" ? REQUESTS / 4 : REQUESTS);
    if (round > 0) rates[name]?.push(found);
  }
const median = (list: number[] = []) =>
  list.sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;
const bare = median(rates.bare);
for (const name of ["bare", "timeline", "done"]) {
  const found = median(rates[name]);
  console.log(
    `${name.padEnd(10)} ${found.toFixed(0).padStart(6)} a second   ${(found / bare).toFixed(3)} of bare`,
  );
}
server.close();
await Promise.all([db.close(), identity.close()]);
await dropDatabase(cluster, "bench");
process.exit(0);
