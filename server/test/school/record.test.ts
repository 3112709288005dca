/** The record of changes (M4): who, when, what, before, after; in the same transaction; a gap shows. */
import type { Changes, RecordState, WhoSet } from "@dawngate/contract/record";
import Papa from "papaparse";
import pg from "pg";
import { insertPeople } from "../../src/people/store";
import { testCluster } from "../helpers/database";
import { OWNER, type Owned, ownedSchool, retitled } from "../helpers/owned";
import { instant } from "../helpers/sample";

const now = instant("2027-03-10T12:00:00Z");
let own: Owned;
beforeAll(async () => {
  own = await ownedSchool(() => now);
});
afterAll(() => own.test_.close());

const changes = (query = "") => own.ask<Changes>("GET", `/schools/one/changes${query}`);
const newest = async () => (await changes()).changes[0];
const asAdmin = async (text: string, values: unknown[] = []) => {
  const { host, port, password } = testCluster();
  const client = new pg.Client({
    host,
    port,
    user: "postgres",
    password,
    database: own.test_.address.database,
  });
  await client.connect();
  try {
    return (await client.query(text, values)).rows;
  } finally {
    await client.end();
  }
};
const state = () => own.ask<RecordState>("GET", "/schools/one/changes/state");

describe("every change to school, staff, courses, cohorts, people, enrollments is on record", () => {
  const cohort = {
    name: "Summer",
    window: null,
    starts: "2027-06-01",
    ends: "2027-07-01",
    grace: 0,
    seats: 5,
  };
  test("a setting, from what to what", async () => {
    await own.ask("PATCH", "/schools/one", { name: "Another name", contact: "a@example.org" });
    expect(await newest()).toMatchObject({
      what: "school",
      act: "changed",
      by: { kind: "account", id: `account-${OWNER}`, name: "owner" },
      before: { name: "School one", contact: "" },
      after: { name: "Another name", contact: "a@example.org" },
    });
  });
  test("each setting says who set it last; what is as it was made says nothing", async () => {
    const set = () => own.ask<WhoSet>("GET", "/schools/one/settings/set-by");
    const by = { kind: "account", id: `account-${OWNER}`, name: "owner" };
    expect(Object.keys((await set()).settings).sort()).toEqual(["contact", "name"]);
    await own.ask("PATCH", "/schools/one", {
      releaseHour: "07:30",
      calendar: { weekend: [7], closed: [] },
    });
    const { settings } = await set();
    expect(settings.releaseHour).toMatchObject({ by, at: expect.any(String) });
    expect(settings.calendar).toMatchObject({ by });
    expect(settings.timeZone).toBeUndefined();
  });
  test("what changes nothing is not", async () => {
    const before = await newest();
    await own.ask("PATCH", "/schools/one", { name: "Another name" });
    expect((await newest())?.number).toBe(before?.number);
  });
  test.each([
    [
      "a cohort",
      "POST",
      "/schools/one/courses/c/cohorts",
      cohort,
      { what: "cohort", act: "added" },
    ],
    [
      "a course",
      "POST",
      "/schools/one/courses",
      { title: "New" },
      { what: "course", act: "added" },
    ],
    [
      "a course in the archive",
      "PATCH",
      "/schools/one/courses/c",
      { archived: true },
      { what: "course", act: "changed", after: { archived: true } },
    ],
    [
      "a course out of it",
      "PATCH",
      "/schools/one/courses/c",
      { archived: false },
      { what: "course", after: { archived: false } },
    ],
    [
      "an invitation, without its token",
      "POST",
      "/schools/one/members",
      { email: "new@example.org", role: "author" },
      { what: "invitation", subject: "new@example.org", after: { role: "author" } },
    ],
    [
      "what staff do for somebody, with the reason",
      "POST",
      "/schools/one/courses/c/acts",
      { enrollments: ["e1"], key: "press-one", act: { type: "paused", reason: "Ill" } },
      {
        what: "enrollment_event",
        course: "c",
        person: "ana",
        name: "Ana Prado",
        after: { kind: "paused", reason: "Ill" },
      },
    ],
    [
      "publishing",
      "POST",
      "/schools/one/courses/c/versions?people=everybody&note=n",
      undefined,
      { course: "c" },
    ],
  ])("%s", async (what, method, path, body, expected) => {
    if (what === "publishing")
      await own.ask("POST", "/schools/one/courses/c/draft", retitled("To be published"));
    await own.ask(method, path, body);
    expect(await newest()).toMatchObject(expected);
    expect(JSON.stringify(await newest())).not.toContain("token");
  });
  test("somebody enrolled by hand: the person, the enrollment, what happened, the invitation, in one transaction", async () => {
    const last = (await newest())?.number ?? 0;
    await own.ask("POST", "/schools/one/courses/c/enrollments", {
      name: "Lia Sol",
      email: "lia@example.org",
      timeZone: "UTC",
      cohort: "k",
    });
    const fresh = (await changes()).changes.filter(({ number }) => number > last);
    expect(new Set(fresh.map(({ at }) => at)).size).toBe(1);
    expect(fresh.map(({ what }) => what).sort()).toEqual([
      "enrollment",
      "enrollment_event",
      "invitation",
      "person",
    ]);
  });
  test("what was refused is not on it", async () => {
    const before = await newest();
    await own.ask("PATCH", "/schools/one", { timeZone: "No/Where" }, 422);
    expect((await newest())?.number).toBe(before?.number);
  });
});

test("an event bears who acts by identifier, whatever they call themselves", async () => {
  const rows = await asAdmin(
    "select author, author_kind, author_id from enrollment_event where kind = 'paused' and reason = 'Ill'",
  );
  expect(rows).toEqual([
    { author: "owner", author_kind: "account", author_id: `account-${OWNER}` },
  ]);
});

describe("it is read", () => {
  test("page by page, each row once, the newest first", async () => {
    for (let i = 0; i < 60; i++) await own.ask("PATCH", "/schools/one", { name: `Name ${i}` });
    const seen: number[] = [];
    for (let next: number | null = null; ; ) {
      const page: Changes = await changes(next === null ? "" : `?before=${next}`);
      expect(page.changes.length).toBeLessThanOrEqual(50);
      seen.push(...page.changes.map(({ number }) => number));
      next = page.next;
      if (next === null) break;
    }
    expect(seen).toEqual(Array.from({ length: seen.length }, (_, i) => seen.length - i));
  }, 30_000);
  test("filtered by what, by whom, by course, by days of the school", async () => {
    const all = async (query: string) => (await changes(query)).changes;
    expect((await all("?what=cohort")).every(({ what }) => what === "cohort")).toBe(true);
    expect((await all("?what=cohort")).length).toBeGreaterThan(0);
    expect((await all("?by=account-nobody")).length).toBe(0);
    expect((await all("?course=c")).every(({ course }) => course === "c")).toBe(true);
    expect((await all("?from=2000-01-01&through=2000-01-02")).length).toBe(0);
    expect((await all("?from=2000-01-01")).length).toBeGreaterThan(0);
  });
  test.each([
    "?what=nothing",
    "?before=0",
    "?before=abc",
    "?from=2027-02-30",
    "?before=99999999999999999999",
  ])("a filter that is none (%s) is refused with its place", async (query) => {
    const problem = await own.ask<{ errors: { path: string }[] }>(
      "GET",
      `/schools/one/changes${query}`,
      undefined,
      400,
    );
    expect(problem.errors.length).toBeGreaterThan(0);
  });
  test("as CSV by RFC 4180, read back by a general library, without formulas", async () => {
    await own.ask("PATCH", "/schools/one", { name: '=HYPERLINK("x"), "quoted"' });
    const response = await own.app.ask(OWNER, "GET", "/schools/one/changes/file");
    expect(response.headers.get("content-type")).toMatch(/^text\/csv/);
    const text = await response.text();
    const parsed = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true });
    expect(parsed.errors).toEqual([]);
    expect(parsed.data.length).toBe((await newest())?.number);
    expect(parsed.data[0]?.after).toContain('=HYPERLINK(\\"x\\"), \\"quoted\\"');
    for (const row of parsed.data)
      for (const field of Object.values(row)) expect(field).not.toMatch(/^[=+@]/);
  });
});

test("forty changes at once are chained one after the other", async () => {
  const { rows } = await state();
  await Promise.all(
    Array.from({ length: 40 }, (_, i) =>
      own.app.ask(OWNER, "POST", "/schools/one/courses", { title: `At once ${i}` }),
    ),
  );
  expect(await state()).toEqual({ rows: rows + 40, broken: null });
});

test("what one transaction adds by hundreds is one chain with what others add meanwhile, each row as if alone", async () => {
  const { rows } = await state();
  const { db } = own.test_;
  const scope = { school: own.school, who: { kind: "key", id: "file", name: "A file" } } as const;
  const lot = (name: string) =>
    db.withSchool(scope, async (tx) => {
      const people = Array.from({ length: 150 }, (_, i) => ({
        ...{ id: `${name}-${i}`, name: `${name} ${i}`, timeZone: "Europe/Lisbon" },
        email: `${name}-${i}@example.org`,
      }));
      await insertPeople(tx, own.school, people.slice(0, 100));
      // Something else between them, in the same transaction.
      await tx
        .updateTable("school")
        .set({ contact: `${name}@example.org` })
        .execute();
      await insertPeople(tx, own.school, people.slice(100));
    });
  const alone = () => own.ask("POST", "/schools/one/courses", { title: "Beside them" });
  await Promise.all([lot("anton"), alone(), lot("berta"), alone()]);
  expect(await state()).toEqual({ rows: rows + 2 * 151 + 2, broken: null });
  const found = await asAdmin(
    `select subject, act, author_id, person, before, after from change
     where what = 'person' and subject like 'anton-%' order by number`,
  );
  // In the order in which they were added.
  expect(found.map(({ subject }) => subject)).toEqual(
    Array.from({ length: 150 }, (_, i) => `anton-${i}`),
  );
  expect(found[7]).toEqual({
    ...{ subject: "anton-7", act: "added", author_id: "file", person: "anton-7", before: null },
    after: expect.objectContaining({ name: "anton 7", email: "anton-7@example.org" }),
  });
});

describe("a gap shows", () => {
  const put = async (change: string, back: string) => {
    expect((await state()).broken).toBeNull();
    await asAdmin(change);
    const broken = (await state()).broken;
    await asAdmin(back);
    return broken;
  };
  test("a row that is altered", async () => {
    const broken = await put(
      `update change set after = after || '{"another": "one"}' where number = 3`,
      "update change set after = after - 'another' where number = 3",
    );
    expect(broken).toBe(3);
  });
  test("a row that says it was somebody else", async () => {
    expect(
      await put(
        "update change set author_id = 'another' where number = 4",
        `update change set author_id = 'account-${OWNER}' where number = 4`,
      ),
    ).toBe(4);
  });
  test("the last row taken out, and one from the middle", async () => {
    const { rows } = await state();
    await asAdmin(`delete from change where number = ${rows}`);
    expect((await state()).broken).toBe(rows);
    await asAdmin("delete from change where number = 5");
    expect((await state()).broken).toBe(6);
  });
});
