/** A backup brought back: row by row what it was, and a server starts on it. */
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import pg from "pg";
// @ts-expect-error: plain scripts, shared with the start commands
import { backUp, restore, toldUntil } from "../../../scripts/lib/backup.mjs";
// @ts-expect-error: as above
import { copyReadyDemo } from "../../../scripts/lib/ready-demo.mjs";
// @ts-expect-error: as above
import * as servers from "../../../scripts/lib/server.mjs";
import { expect, test } from "../helpers";

const { databaseSettings, serverBundle, startServer, TEST_SECRETS } = servers;
const root = fileURLToPath(new URL("../../..", import.meta.url));
const cluster = JSON.parse(process.env.DAWNGATE_TEST_CLUSTER ?? "null");

test.use({ who: null });

async function inDatabase<T>(
  database: string,
  work: (client: pg.Client) => Promise<T>,
): Promise<T> {
  const client = new pg.Client({ ...cluster, user: "postgres", database });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}
/** A digest of every table's rows, whatever order they stand in. */
const digests = (database: string) =>
  inDatabase(database, async (client) => {
    const { rows } = await client.query(
      `select n.nspname || '.' || c.relname as name, quote_ident(n.nspname) || '.' || quote_ident(c.relname) as quoted
       from pg_class c join pg_namespace n on n.oid = c.relnamespace
       where c.relkind = 'r' and n.nspname in ('public', 'auth', 'tray') order by 1`,
    );
    const found: Record<string, string> = {};
    for (const { name, quoted } of rows) {
      const { rows: one } = await client.query(
        `select count(*) || ' ' || coalesce(md5(string_agg(md5(t::text), '' order by md5(t::text))), '') as digest from ${quoted} t`,
      );
      found[name] = one[0].digest;
    }
    return found;
  });

test("a database is put into a file and brought back, row by row, and served", async () => {
  test.skip(test.info().project.name !== "wide" || cluster === null);
  test.setTimeout(120_000);
  const folder = mkdtempSync(join(tmpdir(), "dawn-gate-"));
  const file = join(folder, "school.backup");
  const [from, to] = ["backed_up", `restored_${Date.now()}`];
  const bundle = await serverBundle(root);
  const settings = {
    DAWNGATE_DEMO: join(root, "demo"),
    DAWNGATE_LIMITS: "no",
    DAWNGATE_LOG: "quiet",
    DAWNGATE_PORT: "0",
  };
  await copyReadyDemo(cluster, from);
  try {
    await backUp(cluster, from, file);
    await restore(cluster, file, to);
    const [before, after] = [await digests(from), await digests(to)];
    expect(Object.keys(before).length).toBeGreaterThan(25);
    expect(after).toEqual(before);
    // Nothing older than an instant goes out again: whoever was looked at before is looked at from then on.
    const UNTIL = "2027-01-01T00:00:00.000Z";
    const waiting = (database: string) =>
      inDatabase(database, async (client) => {
        const { rows } = await client.query(
          `select (select count(*)::int from outbox where kind in ('mail', 'send-notice', 'send-notices', 'tell-device')) as mails,
            (select count(*)::int from outbox) as work,
            (select count(*)::int from notice where state in ('waiting', 'failed')) as notices,
            (select min(looked_at) from notice_person) as looked,
            (select array_agg(id order by id) from planned_letter) as letters`,
        );
        return rows[0];
      });
    await inDatabase(to, (client) =>
      client.query(`
        insert into outbox (kind, payload, due) values ('mail', '{}', now() + interval '1 day'),
          ('tell-device', '{}', now() + interval '1 day'),
          ('call-next', '{}', now() + interval '1 day');
        insert into planned_letter (school_id, id, course_id, whom, subject, text, at, account_id, author)
        select c.school_id, 'letter-' || day, c.id, '{}', 's', 't', day::timestamptz, 'a', 'A'
        from (select * from course limit 1) c, unnest(array['2026-12-31', '2027-01-02']) day`),
    );
    const had = await waiting(to);
    expect(had.mails).toBeGreaterThan(0);
    await toldUntil(cluster, to, UNTIL);
    const has = await waiting(to);
    expect(has).toMatchObject({ mails: 0, work: had.work - had.mails, notices: 0 });
    expect(has.letters).toEqual(["letter-2027-01-02"]);
    expect(has.looked.toISOString()).toBe("2027-01-01T00:10:00.000Z");
    await expect(toldUntil(cluster, to, "soon")).rejects.toThrow();
    // Never over a database that is there.
    await expect(restore(cluster, file, to)).rejects.toThrow(/already exists/);
    // A file that is no backup makes nothing.
    const none = join(folder, "none");
    writeFileSync(none, "this is no backup");
    await expect(restore(cluster, none, `${to}_none`)).rejects.toThrow();
    const { rowCount } = await inDatabase("postgres", (client) =>
      client.query("select 1 from pg_database where datname = $1", [`${to}_none`]),
    );
    expect(rowCount).toBe(0);

    const server = await startServer(bundle, {
      ...databaseSettings(cluster, to, TEST_SECRETS),
      ...settings,
    });
    try {
      const origin = `http://127.0.0.1:${server.port}`;
      const signedIn = await fetch(`${origin}/api/auth/sign-in/email`, {
        method: "POST",
        headers: { "content-type": "application/json", origin },
        body: JSON.stringify({ email: "rosa@example.org", password: "dawn-and-bread" }),
      });
      expect(signedIn.status).toBe(200);
      const cookie = signedIn.headers
        .getSetCookie()
        .map((one) => one.split(";")[0])
        .join("; ");
      const state = await fetch(`${origin}/api/schools/ember-row/changes/state`, {
        headers: { cookie },
      });
      expect(((await state.json()) as { broken: number | null }).broken).toBeNull();
    } finally {
      await server.stop();
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
    await inDatabase("postgres", (client) =>
      client.query(`drop database if exists ${to} with (force)`),
    );
  }
});
