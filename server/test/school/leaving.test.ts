/** Going: a person's data out, a person forgotten, a school taken out and deleted after a wait, accounts joined. */

import type { Forgotten } from "@dawngate/contract/people";
import type { RecordState } from "@dawngate/contract/record";
import pg from "pg";
import { system } from "../../src/db/who";
import { deleteSchool as deleteSchoolJob } from "../../src/jobs/kinds/delete-school";
import { joinIn } from "../../src/school/join-in";
import { linkPerson } from "../../src/school/store";
import { testCluster } from "../helpers/database";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const now = instant("2027-03-10T12:00:00Z");
let own: Owned;
const ANA = "ana@example.org";
beforeAll(async () => {
  own = await ownedSchool(() => now);
  await own.test_.db.withSchool(own.school, async (tx) => {
    await linkPerson(tx, `account-${ANA}`, ANA);
    await linkPerson(tx, "account-ben@example.org", "ben@example.org");
  });
});
afterAll(() => own.test_.close());
const asAdmin = async (text: string, values: unknown[] = []) => {
  const { host, port, password } = testCluster();
  const { database } = own.test_.address;
  const client = new pg.Client({ host, port, user: "postgres", password, database });
  await client.connect();
  try {
    return (await client.query(text, values)).rows;
  } finally {
    await client.end();
  }
};
/** Every text that stands anywhere in the database's own tables. */
const everything = async () => {
  const tables = await asAdmin(
    "select relname as name from pg_class c join pg_namespace n on n.oid = c.relnamespace where relkind = 'r' and nspname in ('public', 'tray')",
  );
  const texts: string[] = [];
  for (const { name } of tables as { name: string }[]) {
    const rows = await asAdmin(
      `select to_jsonb(t)::text as text from ${name === "mail" ? "tray.mail" : `public."${name}"`} t`,
    );
    texts.push(...(rows as { text: string }[]).map(({ text }) => text));
  }
  return texts.join("\n");
};

test("a person's data comes out as one file: who they are, what happened, what was changed of them", async () => {
  await own.ask("POST", "/schools/one/courses/c/acts", {
    enrollments: ["e1"],
    key: "press-data",
    act: { type: "extended", add: "P5D", reason: "Ana asked for it" },
  });
  const data = await own.ask<{ schools: Record<string, unknown>[] }>(
    "GET",
    "/schools/one/people/ana/data",
  );
  const [school] = data.schools;
  expect(school).toMatchObject({
    school: "School one",
    person: { id: "ana", name: "Ana Prado", email: ANA },
    staff: false,
  });
  expect(JSON.stringify(school)).toContain("Ana asked for it");
  expect(JSON.stringify(school)).not.toContain("Ben");
  await own.ask("GET", "/schools/one/people/nobody/data", undefined, 404);
});

test("somebody forgotten is named nowhere any more; figures stay, and the record still shows that nothing is missing", async () => {
  const before = await own.ask<RecordState>("GET", "/schools/one/changes/state");
  expect(before.broken).toBeNull();
  expect(await everything()).toContain("Ana Prado");
  const { kept } = await own.ask<Forgotten>("POST", "/schools/one/people/ana/forgetting", {
    reason: "Asked for it",
  });
  expect(kept.length).toBeGreaterThan(1);
  for (const { what, why } of kept)
    expect([what, why].every((text) => text.length > 10)).toBe(true);
  const left = await everything();
  for (const text of ["Ana Prado", ANA, "Ana asked for it", `account-${ANA}`])
    expect([text, left.includes(text)]).toEqual([text, false]);
  // Their enrollment is there, with what happened in it.
  const rows = await asAdmin(
    "select kind from enrollment_event where enrollment_id = 'e1' order by sequence",
  );
  expect(rows.length).toBeGreaterThan(4);
  const state = await own.ask<RecordState>("GET", "/schools/one/changes/state");
  expect(state.broken).toBeNull();
  expect(state.rows).toBeGreaterThanOrEqual(before.rows);
  // And somebody else is as they were.
  expect(left).toContain("Ben Loth");
  await own.ask("POST", "/schools/one/people/nobody/forgetting", { reason: "r" }, 404);
});

test("two accounts of one person are made one: what the other is and holds goes over, once or twice", async () => {
  const into = { id: "account-kept", name: "Kept", email: "kept@example.org" };
  const { db } = own.test_;
  for (let i = 0; i < 2; i++) {
    await joinIn(db, own.school, into, "account-ben@example.org");
    expect(await asAdmin("select user_id from person where id = 'ben'")).toEqual([
      { user_id: into.id },
    ]);
  }
  // Both are people here: the enrollments go to the one that stays.
  await db.withSchool({ school: own.school, who: system("test") }, async (tx) => {
    await tx
      .insertInto("person")
      .values({
        school_id: own.school,
        id: "second",
        name: "S",
        email: "second@example.org",
        time_zone: "UTC",
        user_id: "account-second",
      })
      .execute();
    await tx
      .insertInto("member")
      .values({
        school_id: own.school,
        user_id: "account-second",
        role: "manager",
        name: "S",
        email: "second@example.org",
      })
      .execute();
  });
  await joinIn(
    db,
    own.school,
    { id: "account-second", name: "S", email: "second@example.org" },
    into.id,
  );
  expect(await asAdmin("select person_id from enrollment where id = 'e2'")).toEqual([
    { person_id: "second" },
  ]);
  expect(await asAdmin("select id from person where user_id = 'account-kept'")).toEqual([]);
  expect(await asAdmin("select role from member where user_id = 'account-second'")).toEqual([
    { role: "manager" },
  ]);
});

describe("the owner of the other address agrees first", () => {
  const account = (id: string, email: string) =>
    asAdmin(
      `insert into auth."user" (id, name, email, "emailVerified") values ($1, $1, $2, true)`,
      [id, email],
    );
  test("by the mailed link, signed in as the account that asked; then the other is gone", async () => {
    const [first, second] = ["first@example.org", "other@example.org"];
    await account(`account-${first}`, first);
    await account(`account-${second}`, second);
    const ask = async (who: string, method: string, path: string, body: object) =>
      (await own.app.ask(who, method, path, body)).status;
    expect(await ask(first, "POST", "/me/joins", { email: first })).toBe(409);
    // Nobody learns whether there is such an account.
    expect(await ask(first, "POST", "/me/joins", { email: "nobody@example.org" })).toBe(200);
    expect(await ask(first, "POST", "/me/joins", { email: second })).toBe(200);
    const mail = own.app.mails.at(-1);
    expect(mail?.to).toBe(second);
    const token = /token=([\w-]+)/.exec(mail?.text ?? "")?.[1] ?? "";
    expect(await ask(first, "PUT", "/me/joins", { token: "made-up" })).toBe(404);
    expect(await ask(first, "PUT", "/me/joins", { token })).toBe(200);
    expect(await asAdmin(`select email from auth."user" where email like '%@example.org'`)).toEqual(
      [{ email: first }],
    );
    expect(await ask(first, "PUT", "/me/joins", { token })).toBe(404);
  });
  test("somebody else's link does nothing for whoever finds it", async () => {
    await account("account-third@example.org", "third@example.org");
    await own.app.ask("first@example.org", "POST", "/me/joins", { email: "third@example.org" });
    const token = /token=([\w-]+)/.exec(own.app.mails.at(-1)?.text ?? "")?.[1] ?? "";
    const response = await own.app.ask("finder@example.org", "PUT", "/me/joins", { token });
    expect(response.status).toBe(409);
    expect(
      await asAdmin(`select 1 from auth."user" where email = 'third@example.org'`),
    ).toHaveLength(1);
  });
});

describe("a school", () => {
  test("comes out whole, a row a line, and nothing of another school", async () => {
    const response = await own.app.ask(OWNER, "GET", "/schools/one/data");
    expect(response.headers.get("content-type")).toBe("application/x-ndjson");
    const lines = (await response.text())
      .trim()
      .split("\n")
      .map((line) => JSON.parse(line));
    const tables = new Set(lines.map(({ table }) => table));
    for (const table of [
      "school",
      "course",
      "course_version",
      "cohort",
      "person",
      "enrollment_event",
      "change",
    ])
      expect([table, tables.has(table)]).toEqual([table, true]);
    const [{ count }] = (await asAdmin(
      "select count(*)::integer as count from enrollment_event",
    )) as [{ count: number }];
    expect(lines.filter(({ table }) => table === "enrollment_event")).toHaveLength(count);
    for (const { table, row } of lines)
      expect(table === "school" ? row.id : row.school_id).toBe(own.school);
  });
  test("is deleted only by its address, typed once more", async () => {
    await own.ask("POST", "/schools/one/deletion", { slug: "two" }, 422);
    await own.ask("GET", "/schools/one");
  });
  test("is gone at once, for everybody, and comes back as it was", async () => {
    const { removedAt } = await own.ask<{ removedAt: string }>("POST", "/schools/one/deletion", {
      slug: "one",
    });
    expect(removedAt).toBe("2027-04-09T12:00:00Z");
    expect(own.app.mails.at(-1)?.to).toBe(OWNER);
    await own.ask("GET", "/schools/one", undefined, 404);
    expect((await own.app.ask(null, "GET", "/schools/one/catalog/c")).status).toBe(404);
    expect((await own.app.ask(ANA, "DELETE", "/schools/one/deletion")).status).toBe(403);
    await own.ask("DELETE", "/schools/one/deletion");
    await own.ask("GET", "/schools/one");
  });
  test("is removed for good after the wait, not before it, and not where it came back", async () => {
    const work = () =>
      deleteSchoolJob.work(
        { db: own.test_.db, dropFiles: async () => undefined } as never,
        { school: own.school },
        "job",
      );
    await work();
    await own.ask("GET", "/schools/one");
    await own.ask("POST", "/schools/one/deletion", { slug: "one" });
    // The database's own clock counts the wait.
    await asAdmin("update school set deleted_at = now() - interval '29 days'");
    await work();
    expect(await asAdmin("select 1 from school")).toHaveLength(1);
    await asAdmin("update school set deleted_at = now() - interval '31 days'");
    await work();
    await work();
    const tables = (await asAdmin(
      "select c.relname as name from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'school_id' where relkind = 'r' and relnamespace = 'public'::regnamespace",
    )) as { name: string }[];
    expect(tables.length).toBeGreaterThan(15);
    for (const { name } of tables)
      expect([
        name,
        await asAdmin(`select 1 from "${name}" where school_id is not null limit 1`),
      ]).toEqual([name, []]);
    expect(await asAdmin("select 1 from school")).toEqual([]);
  });
});
