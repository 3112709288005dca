import { randomBytes } from "node:crypto";
import { Kysely, Migrator, PostgresDialect, sql } from "kysely";
import pg from "pg";
import { migrations } from "../src/db/migrations";
import { dropDatabase, prepareDatabase } from "../src/db/prepare";
import { SECRETS, testCluster } from "./helpers/database";

const cluster = testCluster();
const name = `test_${randomBytes(6).toString("hex")}`;
let db: Kysely<unknown>;
let migrator: Migrator;
beforeAll(async () => {
  const { host, port, password } = cluster;
  // The roles are there once any database has been prepared; then an empty one, which is theirs to fill.
  await prepareDatabase(cluster, `${name}_roles`, SECRETS);
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
  db = new Kysely({ dialect: new PostgresDialect({ pool }) });
  migrator = new Migrator({ db, provider: { getMigrations: async () => migrations } });
});
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
  const course = await sql`select archived, group_name, words, card from course`.execute(db);
  expect(course.rows).toEqual([{ archived: false, group_name: "", words: {}, card: {} }]);
});

test("migrating twice changes nothing", async () => {
  const { results } = await migrator.migrateToLatest();
  expect(results).toEqual([]);
});
