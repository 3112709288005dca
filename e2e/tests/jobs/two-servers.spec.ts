/** Two servers on one database; the one that works out everybody's openings is killed in the middle. */
import pg from "pg";
import { copyPeople, expect, test } from "../helpers";
import { freePort, ownServers } from "../own-servers";

/** As many people are made of each one of the demo's course. */
const COPIES = 150;

test.use({ who: null });

test("a server killed while it projects thousands of people: the other one ends it, each row once", async ({
  request,
}) => {
  test.setTimeout(240_000);
  const { cluster, start, startOver } = await ownServers("two_servers", {
    DAWNGATE_SWEEP_EVERY: "2",
    DAWNGATE_LOST_AFTER: "4",
  });
  const port = await freePort();
  const first = await startOver({ DAWNGATE_PORT: String(port) });
  const second = await start();
  const { host, port: at, password } = cluster;
  const db = new pg.Client({ host, port: at, user: "postgres", password, database: "two_servers" });
  await db.connect();
  try {
    await copyPeople(db, "cold-kitchen", COPIES);
    const origin = `http://127.0.0.1:${port}`;
    const headers = { origin };
    const signedIn = await request.post(`${origin}/api/auth/sign-in/email`, {
      data: { email: "rosa@example.org", password: "dawn-and-bread" },
      headers,
    });
    expect(signedIn.status()).toBe(200);
    // Something to publish that moves no date.
    const set = { title: "Starter alive and well" };
    const edited = await request.post(
      `${origin}/api/schools/ember-row/courses/cold-kitchen/draft`,
      {
        headers,
        data: {
          base: 0,
          clientId: "two-servers",
          operations: [{ number: 1, operation: { type: "set-module", item: "m1", set } }],
        },
      },
    );
    expect(edited.status()).toBe(200);
    const published = await request.post(
      `${origin}/api/schools/ember-row/courses/cold-kitchen/versions`,
      { headers },
    );
    expect(published.status()).toBe(200);
    const standing = async () => {
      const { rows } = await db.query<{ done: number; of: number }>(
        `select count(*) filter (where projected_version = 2
             and projected_sequence = last_sequence)::integer as done, count(*)::integer as of
         from enrollment where course_id = 'cold-kitchen'`,
      );
      return rows[0] as { done: number; of: number };
    };
    await expect
      .poll(async () => (await standing()).done, { timeout: 60_000, intervals: [20] })
      .toBeGreaterThan(0);
    await first.kill();
    const { done, of } = await standing();
    expect(done).toBeLessThan(of);
    expect(of).toBeGreaterThan(COPIES * 10);
    await expect
      .poll(async () => (await standing()).done, { timeout: 120_000, intervals: [500] })
      .toBe(of);
    // Whoever is paused now has dates that move with the clock; everybody else's are their original's.
    const { rows } = await db.query<{ rows: number; off: number }>(
      `select count(*)::integer as rows,
         count(*) filter (where (o.opens, o.closes) is distinct from (x.opens, x.closes))::integer as off
       from opening o join enrollment e on e.school_id = o.school_id and e.id = o.enrollment_id
       left join opening x on x.school_id = o.school_id and x.item_id = o.item_id
         and x.enrollment_id = split_part(o.enrollment_id, '~', 1)
       where e.course_id = 'cold-kitchen' and o.enrollment_id like '%~%' and e.standing <> 'paused'`,
    );
    expect(rows[0]?.off).toBe(0);
    expect(rows[0]?.rows).toBeGreaterThan(COPIES * 10 * 30);
  } finally {
    await db.end();
    await second.stop();
    await first.stop().catch(() => undefined);
  }
});
