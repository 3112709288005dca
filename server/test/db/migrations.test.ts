import { randomBytes } from "node:crypto";
import { Kysely, Migrator, PostgresDialect, sql } from "kysely";
import pg from "pg";
import { migrations } from "../../src/db/migrations";
import { dropDatabase, prepareDatabase } from "../../src/db/prepare";
import { SECRETS, testCluster } from "../helpers/database";

const cluster = testCluster();
const name = `test_${randomBytes(6).toString("hex")}`;
/** A database with nothing in it, as its owner sees it, who is to fill it. */
async function emptyDatabase(name: string): Promise<Kysely<unknown>> {
  const { host, port, password } = cluster;
  const admin = new pg.Client({ host, port, user: "postgres", password, database: "postgres" });
  await admin.connect();
  await admin.query(`create database ${name} owner dawngate_owner`);
  await admin.end();
  const pool = new pg.Pool({
    host,
    port,
    database: name,
    user: "dawngate_owner",
    password: SECRETS.owner,
    options: "-c timezone=UTC",
  });
  return new Kysely({ dialect: new PostgresDialect({ pool }) });
}

const migratorOf = (db: Kysely<unknown>) =>
  new Migrator({ db, provider: { getMigrations: async () => migrations } });

let db: Kysely<unknown>;
let migrator: Migrator;
beforeAll(async () => {
  // The roles are there once any database has been prepared.
  await prepareDatabase(cluster, `${name}_roles`, SECRETS);
  db = await emptyDatabase(name);
  migrator = migratorOf(db);
  // Every migration there is, from nothing: on a slow hour longer than a test takes.
}, 90_000);
afterAll(async () => {
  await db.destroy();
  await dropDatabase(cluster, name);
  await dropDatabase(cluster, `${name}_roles`);
});

test("a database that was in use before keeps what it held: openings lose nothing when their source moves", async () => {
  const to = async (version: string) => {
    const { error } = await migrator.migrateTo(version);
    if (error) throw error;
  };
  await to("0002-people-and-drafts");
  await sql`
    insert into school (id, slug, name, time_zone, currency)
      values ('00000000-0000-4000-8000-000000000001', 's', 'S', 'UTC', 'EUR');
    insert into course (school_id, id, title, position, clock, counting, lesson_order)
      select id, 'c', 'C', 0, 'school', 'calendar', 'free' from school;
    insert into person (school_id, id, name, email, time_zone)
      select id, 'p', 'P', 'p@example.org', 'UTC' from school;
    insert into enrollment (school_id, id, course_id, person_id, last_sequence)
      select school.id, e, 'c', 'p', 3 from school, unnest(array['e1', 'e2']) e;
    insert into opening (school_id, enrollment_id, item_id, opens, version, event_sequence, stale_at)
      select id, 'e1', item, '2027-01-01T07:00:00Z', 2, 3, '2027-02-01T00:00:00Z'
      from school, unnest(array['m1', 'l1']) item;
  `.execute(db);
  const { error } = await migrator.migrateToLatest();
  expect(error).toBeUndefined();
  const { rows } = await sql`
    select id, projected_version as version, projected_sequence as sequence,
      to_char(stale_at, 'YYYY-MM-DD') as stale from enrollment order by id
  `.execute(db);
  expect(rows).toEqual([
    { id: "e1", version: 2, sequence: 3, stale: "2027-02-01" },
    // Never worked out: nothing that is kept of it counts.
    { id: "e2", version: null, sequence: null, stale: null },
  ]);
  const kept = await sql`select item_id from opening order by item_id`.execute(db);
  expect(kept.rows).toEqual([{ item_id: "l1" }, { item_id: "m1" }]);
  const course = await sql`
    select c.archived, c.group_name, c.words, p.card, p.description, d.title, d.sequence, d.meant
    from course c join course_page p on p.course_id = c.id join course_draft d on d.course_id = c.id
  `.execute(db);
  expect(course.rows).toEqual([
    {
      archived: false,
      group_name: "",
      words: {},
      card: {},
      description: "",
      title: "C",
      sequence: 0,
      meant: [],
    },
  ]);
});

describe("what was written before anybody had an identifier", () => {
  const name = `test_${randomBytes(6).toString("hex")}`;
  let old: Kysely<unknown>;
  beforeAll(async () => {
    old = await emptyDatabase(name);
    const steps = migratorOf(old);
    const before = await steps.migrateTo("0007-versions-held");
    if (before.error) throw before.error;
    await sql`
      insert into school (id, slug, name, time_zone, currency)
        values ('00000000-0000-4000-8000-000000000001', 's', 'S', 'UTC', 'EUR');
      insert into auth."user" (id, name, email, "emailVerified") values
        ('u1', 'Rosa', 'rosa@example.org', true), ('u2', 'Lurker', 'victim@example.org', false);
      insert into auth."session" (id, "expiresAt", token, "updatedAt", "userId")
        values ('s2', now() + interval '1 day', 't2', now(), 'u2');
      insert into member (school_id, user_id, role, name, email) values
        ('00000000-0000-4000-8000-000000000001', 'u1', 'owner', 'Rosa', 'rosa@example.org'),
        ('00000000-0000-4000-8000-000000000001', 'u3', 'instructor', 'Twin', 'a@example.org'),
        ('00000000-0000-4000-8000-000000000001', 'u4', 'instructor', 'Twin', 'b@example.org');
      insert into course (school_id, id, title, position, clock, counting, lesson_order)
        select id, 'c', 'C', 0, 'school', 'calendar', 'free' from school;
      insert into person (school_id, id, name, email, time_zone, user_id)
        select id, 'p', 'Pia', 'p@example.org', 'UTC', 'u5' from school;
      insert into enrollment (school_id, id, course_id, person_id, last_sequence)
        select id, 'e', 'c', 'p', 5 from school;
      insert into enrollment_event (school_id, enrollment_id, sequence, kind, at, author)
        select id, 'e', n, 'signal', now(), who from school,
          (values (1, 'import'), (2, 'enrollee'), (3, 'Rosa'), (4, 'Twin'), (5, 'Long gone')) v (n, who);
      insert into lesson (school_id, id) select id, l from school, unnest(array['c/l1', 'c/l2', 'other/x']) l;
      insert into module_placement (school_id, course_id, id, position, title, visible)
        select id, 'c', 'm', 0, 'M', 'published' from school;
      insert into lesson_placement (school_id, course_id, id, module_id, lesson_id, position, title,
          kind, visible, holds_next, sample, required)
        select id, 'c', 'l3', 'm', 'other/x', 0, 'L', 'text', 'published', false, false, true from school;
      insert into course_version (school_id, course_id, number, plan, author)
        select id, 'c', 1, '{"id":"c","modules":[{"id":"m","lessons":[{"id":"l1"},{"id":"l3"},{"id":"l9"}]}]}', 'Rosa'
        from school;
    `.execute(old);
    const after = await steps.migrateToLatest();
    if (after.error) throw after.error;
  });
  afterAll(async () => {
    await old.destroy();
    await dropDatabase(cluster, name);
  });

  test("is known by a name that one member of staff has, and no other; by the person's account; or stays unknown", async () => {
    const { rows } = await sql`
      select author, author_kind as kind, author_id as id from enrollment_event order by sequence
    `.execute(old);
    expect(rows).toEqual([
      { author: "import", kind: "system", id: "import" },
      { author: "Pia", kind: "account", id: "u5" },
      { author: "Rosa", kind: "account", id: "u1" },
      { author: "Twin", kind: "unknown", id: "" },
      { author: "Long gone", kind: "unknown", id: "" },
    ]);
  });
  test("an account whose address nobody has proven is gone, with its sessions", async () => {
    const users = await sql`select id from auth."user"`.execute(old);
    expect(users.rows).toEqual([{ id: "u1" }]);
    expect((await sql`select 1 from auth."session"`.execute(old)).rows).toEqual([]);
  });
  test("a version names what stands in its lessons: where it is placed, or what it was put in with", async () => {
    const { rows } = await sql`select lessons, form from course_version`.execute(old);
    // Of the ninth lesson nothing is left that could be named.
    expect(rows).toEqual([{ lessons: { l1: "c/l1", l3: "other/x" }, form: 1 }]);
  });
  test("and nothing of the migration stands on the record of changes", async () => {
    expect((await sql`select 1 from change`.execute(old)).rows).toEqual([]);
  });
});

test("access that was sold for days, from an anchor or through a day, ends at moments", async () => {
  const name = `test_${randomBytes(6).toString("hex")}`;
  const old = await emptyDatabase(name);
  try {
    const steps = migratorOf(old);
    const before = await steps.migrateTo("0040-seat-links");
    if (before.error) throw before.error;
    const terms = [
      { title: "As the course says", days: null, daysFrom: "access", through: null },
      { title: "Before there were such terms" },
      { title: "Days", days: 30 },
      { title: "Both", days: 5, daysFrom: "started", through: "2027-03-31" },
      { title: "A day", days: null, through: "2027-04-30" },
    ];
    await sql`
      insert into school (id, slug, name, time_zone, currency)
        values ('00000000-0000-4000-8000-000000000001', 's', 'S', 'UTC', 'EUR');
      insert into listing (school_id, id, title, number, state)
        select id, 'l', 'L', ${sql.lit(terms.length)}, 'draft' from school;
      insert into listing_terms (school_id, listing_id, number, terms, at)
        select school.id, 'l', n, t, '2027-01-01T00:00:00Z' from school,
          jsonb_array_elements(${sql.lit(JSON.stringify(terms))}::jsonb) with ordinality x (t, n);
    `.execute(old);
    const after = await steps.migrateTo("0041-any-end");
    if (after.error) throw after.error;
    const { rows } = await sql`select terms from listing_terms order by number`.execute(old);
    expect(rows).toEqual(
      [
        { title: "As the course says", validity: null },
        { title: "Before there were such terms" },
        { title: "Days", validity: [{ from: "access", add: "P30D", edge: "end" }] },
        {
          title: "Both",
          validity: [
            { from: "started", add: "P5D", edge: "end" },
            { from: "date", date: "2027-03-31", edge: "end" },
          ],
        },
        { title: "A day", validity: [{ from: "date", date: "2027-04-30", edge: "end" }] },
      ].map((one) => ({ terms: one })),
    );
  } finally {
    await old.destroy();
    await dropDatabase(cluster, name);
  }
}, 60_000);

test("migrating twice changes nothing", async () => {
  const { results } = await migrator.migrateToLatest();
  expect(results).toEqual([]);
});
