/**
 * Each kind of job, with the server that does it killed in the middle (kill -9): another server ends it, and it has
 * happened once. The openings of a course have a test of their own (two-servers.spec.ts).
 */
import pg from "pg";
import { type MailServer, mailServer } from "../../../server/test/helpers/mail-server";
import { expect, test } from "../helpers";
import { type OwnServer, ownServers } from "../own-servers";

const NAME = "killed_jobs";

test.use({ who: null });
test.describe.configure({ mode: "serial" });

let mails: MailServer;
let db: pg.Client;
let own: Awaited<ReturnType<typeof ownServers>>;
const running: OwnServer[] = [];

test.beforeAll(async () => {
  test.setTimeout(120_000);
  // Each takes a while to be taken.
  mails = await mailServer({ slow: 1500 });
  own = await ownServers(NAME, {
    DAWNGATE_SMTP: mails.url,
    // What a server leaves undone is found sooner than where people work.
    DAWNGATE_SWEEP_EVERY: "2",
    DAWNGATE_LOST_AFTER: "4",
  });
  running.push(await own.startOver());
  db = new pg.Client({ ...own.cluster, user: "postgres", database: NAME });
  await db.connect();
});
test.afterAll(async () => {
  for (const one of running) await one.stop().catch(() => undefined);
  await db?.end();
  await mails?.close();
});

const put = async (kind: string, payload: object): Promise<string> => {
  const { rows } = await db.query(
    "with put as (insert into outbox (kind, payload) values ($1, $2) returning id) select id, pg_notify('dawngate_outbox', '') from put",
    [kind, JSON.stringify(payload)],
  );
  return rows[0].id;
};
const rowOf = async (id: string) =>
  (await db.query("select state, attempts, fault from outbox where id = $1", [id])).rows[0];
/** Kills the server that works on a row, and starts another in its place. */
const killAndReplace = async () => {
  await running.pop()?.kill();
  running.push(await own.start());
};
const isDone = async (id: string) =>
  expect.poll(async () => (await rowOf(id)) === undefined, { timeout: 60_000 }).toBe(true);
/** Waits until something in the database waits for a lock that this test holds. */
const isHeldUp = () =>
  expect
    .poll(
      async () =>
        (
          await db.query(
            "select 1 from pg_stat_activity where datname = $1 and wait_event_type = 'Lock'",
            [NAME],
          )
        ).rowCount,
      { timeout: 20_000 },
    )
    .toBeGreaterThan(0);
const holding = async (statement: string, values: unknown[] = []) => {
  const holder = new pg.Client({ ...own.cluster, user: "postgres", database: NAME });
  await holder.connect();
  await holder.query("begin");
  await holder.query(statement, values);
  return async () => {
    await holder.query("rollback");
    await holder.end();
  };
};
const account = async (email: string, name: string): Promise<string> => {
  const id = `test-${email}`;
  await db.query(
    `insert into auth."user" (id, name, email, "emailVerified") values ($1, $2, $3, true)`,
    [id, name, email],
  );
  return id;
};

test("a mail: it arrives, under one identifier, and not again", async () => {
  test.setTimeout(90_000);
  const id = await put("mail", { to: "once@example.org", subject: "s", text: "t" });
  // It is on its way to the mail server, which has not taken it yet.
  await new Promise((resolve) => setTimeout(resolve, 1200));
  expect((await rowOf(id))?.state).toBe("queued");
  await killAndReplace();
  await isDone(id);
  const mine = mails.arrived.filter(({ to }) => to.includes("once@example.org"));
  expect(mine.length).toBeGreaterThanOrEqual(1);
  expect(new Set(mine.map((mail) => mail.id)).size).toBe(1);
  expect(mine[0]?.id).toContain(id);
  const before = mine.length;
  await new Promise((resolve) => setTimeout(resolve, 4000));
  expect(mails.arrived.filter(({ to }) => to.includes("once@example.org"))).toHaveLength(before);
});

test("two accounts made one: what the other held is there once, and the other is gone", async () => {
  test.setTimeout(90_000);
  const [into, from] = [
    await account("kept@example.org", "Kept"),
    await account("gone@example.org", "Gone"),
  ];
  await db.query(
    `update person set user_id = $1 where id = (select person_id from enrollment where id = 'rye-02')`,
    [from],
  );
  const letGo = await holding("select 1 from person where user_id = $1 for update", [from]);
  const id = await put("join-accounts", { into, from });
  await isHeldUp();
  await killAndReplace();
  await letGo();
  await isDone(id);
  const { rows } = await db.query(
    "select count(*)::integer as count from person where user_id = $1",
    [into],
  );
  expect(rows[0].count).toBe(1);
  expect((await db.query(`select 1 from auth."user" where id = $1`, [from])).rowCount).toBe(0);
});

test("an account forgotten: gone", async () => {
  test.setTimeout(90_000);
  const who = await account("forgotten@example.org", "Forgotten");
  const letGo = await holding(`select 1 from auth."user" where id = $1 for update`, [who]);
  const id = await put("forget-account", { account: who });
  await isHeldUp();
  await killAndReplace();
  await letGo();
  await isDone(id);
  expect((await db.query(`select 1 from auth."user" where id = $1`, [who])).rowCount).toBe(0);
});

test("a school removed: all of it or nothing, and then nothing of it is left", async () => {
  test.setTimeout(90_000);
  const { rows } = await db.query(
    "insert into school (slug, name, time_zone, currency, deleted_at) values ('to-go', 'To go', 'UTC', 'EUR', now() - interval '40 days') returning id",
  );
  const school = rows[0].id;
  await db.query(
    "insert into person (school_id, id, name, email, time_zone) select $1, n::text, 'P', n || '@example.org', 'UTC' from generate_series(1, 50) n",
    [school],
  );
  const letGo = await holding(
    "select 1 from person where school_id = $1 and id = '50' for update",
    [school],
  );
  const id = await put("delete-school", { school });
  await isHeldUp();
  await killAndReplace();
  expect((await db.query("select 1 from person where school_id = $1", [school])).rowCount).toBe(50);
  await letGo();
  await isDone(id);
  for (const table of ["person", "change", "change_head"])
    expect((await db.query(`select 1 from ${table} where school_id = $1`, [school])).rowCount).toBe(
      0,
    );
  expect((await db.query("select 1 from school where id = $1", [school])).rowCount).toBe(0);
});

/** A press on a free listing by somebody new; the order. */
async function bought(name: string, more: object = {}): Promise<string> {
  const at = `http://127.0.0.1:${running.at(-1)?.port}`;
  const answer = await fetch(`${at}/api/schools/ember-row/offers/the-starter/orders`, {
    method: "POST",
    headers: { origin: at, "content-type": "application/json" },
    body: JSON.stringify({
      key: `press-of-${name}`,
      option: "free",
      seen: { total: 0, dueNow: 0 },
      name,
      email: `${name}@example.org`,
      timeZone: "Europe/Lisbon",
      ...more,
    }),
  });
  expect(answer.status).toBe(200);
  return ((await answer.json()) as { order: string }).order;
}
/** A job that waits for its day is due now. */
const makeDue = async (kind: string, order: string): Promise<string> => {
  const { rows } = await db.query(
    `with due as (
       update outbox set due = now() where kind = $1 and payload ->> 'order' = $2 returning id
     ) select id, pg_notify('dawngate_outbox', '') from due`,
    [kind, order],
  );
  expect(rows).toHaveLength(1);
  return rows[0].id;
};
const mailsTo = (to: string) =>
  new Set(mails.arrived.filter((mail) => mail.to.includes(to)).map(({ id }) => id)).size;

test("a gift on its day: given once, and told once", async () => {
  test.setTimeout(90_000);
  const tomorrow = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10);
  const gift = { name: "Gifted", email: "gifted@example.org", says: "Bake well", on: tomorrow };
  const order = await bought("giver", { gift });
  const letGo = await holding("select 1 from sales_order where id = $1 for update", [order]);
  const id = await makeDue("give-gift", order);
  await isHeldUp();
  await killAndReplace();
  await letGo();
  await isDone(id);
  const seats = () => db.query("select 1 from order_seat where order_id = $1", [order]);
  expect((await seats()).rowCount).toBe(1);
  await expect.poll(() => mailsTo("gifted@example.org"), { timeout: 30_000 }).toBe(1);
  // Done and not yet crossed off when the server went: the job comes once more, and does nothing.
  const { rows } = await db.query("select school_id from sales_order where id = $1", [order]);
  await isDone(await put("give-gift", { school: rows[0].school_id, order }));
  await new Promise((resolve) => setTimeout(resolve, 3000));
  expect((await seats()).rowCount).toBe(1);
  expect(mailsTo("gifted@example.org")).toBe(1);
});

test("a checkout that was left: whoever left it is written to once", async () => {
  test.setTimeout(90_000);
  const order = await bought("leaver");
  // As if it had not been for nothing, and nobody had paid.
  const { rows } = await db.query(
    "update sales_order set state = 'open' where id = $1 returning school_id",
    [order],
  );
  const payload = { school: rows[0].school_id, order };
  // The way in and the receipt.
  const before = 2;
  await expect.poll(() => mailsTo("leaver@example.org"), { timeout: 30_000 }).toBe(before);
  const letGo = await holding("select 1 from sales_order where id = $1 for update", [order]);
  const id = await put("follow-up-order", payload);
  await isHeldUp();
  await killAndReplace();
  await letGo();
  await isDone(id);
  await isDone(await put("follow-up-order", payload));
  await expect.poll(() => mailsTo("leaver@example.org"), { timeout: 30_000 }).toBe(before + 1);
  await new Promise((resolve) => setTimeout(resolve, 3000));
  expect(mailsTo("leaver@example.org")).toBe(before + 1);
});
