/** A school in a database of its own, served as it is for people, and asked by eight at a time. */
import { randomBytes } from "node:crypto";
import type { Instant } from "@dawngate/core/time";
import { openOutside } from "@dawngate/server/base/outside";
import type { Cluster } from "@dawngate/server/db/address";
import { type Database, openDatabase, type SchoolId } from "@dawngate/server/db/connection";
import { dropDatabase, prepareDatabase } from "@dawngate/server/db/prepare";
import { createApp } from "@dawngate/server/http/app";
import { noThreads } from "@dawngate/server/jobs/threads";
import { readersHere } from "@dawngate/server/readers/index";
import { openTouches } from "@dawngate/server/sales/partners/touches";
import type { Account } from "@dawngate/server/school/account";
import { NO_LIMITS } from "@dawngate/server/school/limits";
import { practiceNumbers } from "@dawngate/server/stand-ins/tax-numbers";
import { serve } from "@hono/node-server";
import { Hono } from "hono";
import pg from "pg";
import { bareTransactions } from "../bare";

export const AT_ONCE = 8;
export const now = () => Date.now() as Instant;
export const log = (line: string) => console.log(line);

/** What is asked, by whom, with what. */
export type Ask = [method: string, path: string, who: string | null, body?: unknown];

export const median = (list: number[]) =>
  [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] as number;

/** A database with all tables, and nothing in them; BENCH_USE names one that is there. */
export async function openBench() {
  const cluster = JSON.parse(process.env.DAWNGATE_TEST_CLUSTER ?? "null") as Cluster;
  const name = process.env.BENCH_USE ?? `bench_${randomBytes(4).toString("hex")}`;
  const address = await prepareDatabase(cluster, name, { owner: "test-owner", app: "test-app" });
  const { host, port, password } = cluster;
  const admin = new pg.Client({ host, port, user: "postgres", password, database: name });
  await admin.connect();
  const db = openDatabase(address);
  return {
    address,
    admin,
    db,
    /** BENCH_KEEP: the database is kept, and its name said. */
    async close() {
      await Promise.all([db.close(), admin.end()]);
      if (process.env.BENCH_KEEP) log(name);
      else await dropDatabase(cluster, name);
    },
  };
}

/** The application, with `/bare`: one transaction that does nothing, set to the school. */
export async function serveBench(db: Database, address: pg.PoolConfig, school: SchoolId) {
  const accountIn = (headers: Headers): Account | null => {
    const email = headers.get("x-bench-account");
    return email
      ? { id: `account-${email}`, name: email, email, strong: true, session: "s" }
      : null;
  };
  const identity = {
    handler: async () => new Response(null, { status: 404 }),
    welcome: async () => null,
    choosePassword: async () => undefined,
    accountOf: async (headers: Headers) => accountIn(headers),
    async actorIn(slug: string, headers: Headers) {
      const account = accountIn(headers);
      const actor = await db.findActor(slug, account?.id ?? "", account?.email ?? "");
      return actor && { account, actor };
    },
    accounts: null as never,
  };
  const bare = bareTransactions(address, school);
  const app = new Hono()
    .get("/bare", async (c) => c.json(await bare.run()))
    .route(
      "/",
      createApp({
        db,
        identity,
        threads: noThreads({ db }),
        readers: readersHere,
        limits: NO_LIMITS,
        now,
        log: (line) => console.error(line),
        tray: null,
        payments: null,
        bounces: null,
        changes: null,
        files: null,
        homeSchool: null,
        numbers: practiceNumbers(),
        touches: openTouches("a secret of the tests, long enough to sign with"),
        outside: openOutside(false, "a secret of the tests, long enough"),
        kept: null,
        baseUrl: "http://127.0.0.1:1",
      }),
    );
  const server = serve({ fetch: app.fetch, hostname: "127.0.0.1", port: 0 });
  await new Promise((resolve) => server.once("listening", resolve));
  const origin = `http://127.0.0.1:${(server.address() as { port: number }).port}`;

  async function send([method, path, who, body]: Ask): Promise<string> {
    const response = await fetch(`${origin}${path}`, {
      method,
      headers: {
        origin: "http://127.0.0.1:1",
        ...(who && { "x-bench-account": who }),
        ...(body !== undefined && { "content-type": "application/json" }),
      },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
    const text = await response.text();
    if (!response.ok)
      throw new Error(`${method} ${path}: ${response.status} ${text.slice(0, 400)}`);
    return text;
  }
  /** So many requests, some at a time: milliseconds of each. */
  async function timed(count: number, make: (i: number) => Ask): Promise<number> {
    let next = 0;
    const start = performance.now();
    await Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        while (next < count) await send(make(next++));
      }),
    );
    return (performance.now() - start) / count;
  }
  return {
    send,
    timed,
    async close() {
      server.close();
      await bare.close();
    },
  };
}
