/**
 * Two servers behind a round-robin, and a copy of the database that PostgreSQL keeps by streaming: lists come from the
 * copy as long as it is young enough, nobody misses what they have done themselves, and nobody needs it.
 */
import { join } from "node:path";
import { type APIRequestContext, request } from "@playwright/test";
import pg from "pg";
// @ts-expect-error: plain scripts, shared with the start commands
import * as clusters from "../../../scripts/lib/postgres.mjs";
// @ts-expect-error: as above
import { roundRobin } from "../../../scripts/lib/round-robin.mjs";
import { expect, test } from "../helpers";
import { ownServers, root } from "../own-servers";

/** So old may the copy be, in seconds. */
const BOUND = 4;
const TOKEN = "for-those-who-look-at-figures";

test.use({ who: null });

test("lists come from a copy that is young enough, one's own changes are there at once, and without it all goes on", async () => {
  test.setTimeout(180_000);
  const { cluster, start, fresh } = await ownServers("copied");
  // The database is there before it is copied.
  await fresh();
  const copy = await clusters.startReplica(cluster, join(root, ".local/postgres-copy"), {
    say: () => undefined,
  });
  const ports: number[] = [];
  const front = await roundRobin(ports);
  const base = `http://127.0.0.1:${front.port}`;
  const more = {
    DAWNGATE_URL_BASE: base,
    DAWNGATE_REPLICA_PORT: String(copy.port),
    DAWNGATE_REPLICA_AGE: String(BOUND),
    DAWNGATE_METRICS_TOKEN: TOKEN,
  };
  const both = [await start(more)];
  both.push(await start(more));
  ports.push(...both.map(({ port }) => port));
  const { host, password } = cluster;
  const onCopy = new pg.Client({
    host,
    port: copy.port,
    user: "postgres",
    password,
    database: "copied",
  });
  await onCopy.connect();
  const contexts: APIRequestContext[] = [];
  /** Somebody, who comes by the round-robin. */
  const comes = async (name: string) => {
    const context = await request.newContext({ baseURL: base });
    contexts.push(context);
    const signedIn = await context.post("/api/auth/sign-in/email", {
      data: { email: `${name}@example.org`, password: "dawn-and-bread" },
      headers: { origin: base },
    });
    expect(signedIn.status()).toBe(200);
    return context;
  };
  const groupOf = async (who: APIRequestContext) => {
    // A connection that a killed server has left is made anew, as a browser does.
    const answer = await who.get("/api/schools/ember-row/courses", { maxRetries: 3 });
    expect(answer.status()).toBe(200);
    const { courses } = (await answer.json()) as { courses: { id: string; group: string }[] };
    return courses.find(({ id }) => id === "winter-rye")?.group;
  };
  const ages = async () => {
    const found: number[] = [];
    for (const port of ports) {
      const figures = await contexts[0]?.get(`http://127.0.0.1:${port}/metrics`, {
        headers: { authorization: `Bearer ${TOKEN}` },
      });
      const [, age] =
        /^dawngate_copy_age_seconds (\S+)$/m.exec((await figures?.text()) ?? "") ?? [];
      found.push(age === undefined ? Number.POSITIVE_INFINITY : Number(age));
    }
    return Math.max(...found);
  };
  try {
    const rosa = await comes("rosa");
    const other = await comes("ines");
    // What signing in has changed is remembered for as long as the copy may be behind, and two seconds.
    await expect.poll(ages, { timeout: 20_000 }).toBeLessThan(2);
    for (const who of [rosa, other])
      await expect
        .poll(
          async () => {
            const { cookies } = await who.storageState();
            const wrote = cookies.find(({ name }) => name === "dawngate.wrote");
            return wrote !== undefined && wrote.expires * 1000 > Date.now();
          },
          { timeout: 20_000, intervals: [200] },
        )
        .toBe(false);
    const before = await groupOf(other);

    await onCopy.query("select pg_wal_replay_pause()");
    const paused = Date.now();
    const change = await rosa.patch("/api/schools/ember-row/courses/winter-rye", {
      data: { group: "In winter" },
      headers: { origin: base },
    });
    expect(change.status()).toBe(200);
    // Whoever changed it sees it changed, whichever server they meet; somebody else sees the copy, for a while.
    for (let i = 0; i < 4; i++) expect(await groupOf(rosa)).toBe("In winter");
    expect(await groupOf(other)).toBe(before);
    await expect
      .poll(() => groupOf(other), { timeout: 10_000, intervals: [100] })
      .toBe("In winter");
    const took = (Date.now() - paused) / 1000;
    expect(took).toBeLessThan(BOUND + 2);

    // A minute later the copy has caught up, and is read again.
    await onCopy.query("select pg_wal_replay_resume()");
    await expect.poll(ages, { timeout: 20_000 }).toBeLessThan(2);
    expect(await groupOf(other)).toBe("In winter");

    await onCopy.end();
    await copy.stop();
    for (let i = 0; i < 6; i++) expect(await groupOf(other)).toBe("In winter");

    // And one server less.
    await both[0]?.kill();
    for (let i = 0; i < 6; i++) expect(await groupOf(other)).toBe("In winter");
  } finally {
    await onCopy.end().catch(() => undefined);
    for (const context of contexts) await context.dispose();
    await front.stop();
    for (const server of both) await server.stop().catch(() => undefined);
    await copy.stop();
  }
});
