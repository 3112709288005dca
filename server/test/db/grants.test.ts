/**
 * What the server's role may do in the database, walked through as a whole: least privilege (OWASP ASVS 5.0, 13.2;
 * PostgreSQL's documentation, "Writing SECURITY DEFINER Functions Safely").
 */
import pg from "pg";
import { SECRETS, type TestDatabase, testCluster, testDatabase } from "../helpers/database";

let test_: TestDatabase;
let admin: pg.Client;
beforeAll(async () => {
  test_ = await testDatabase();
  const { host, port, password } = testCluster();
  const { database } = test_.address;
  admin = new pg.Client({ host, port, user: "postgres", password, database });
  await admin.connect();
});
afterAll(async () => {
  await admin.end();
  await test_.close();
});
const rows = async <T extends object>(text: string) => (await admin.query<T>(text)).rows;

test("every function with its owner's rights has a search path of its own, in which nobody else may create", async () => {
  const found = await rows<{ name: string; config: string[] | null }>(
    `select p.oid::regprocedure::text as name, p.proconfig as config from pg_proc p
     join pg_namespace n on n.oid = p.pronamespace
     where p.prosecdef and n.nspname not in ('pg_catalog', 'information_schema')`,
  );
  expect(found.length).toBeGreaterThan(10);
  for (const { name, config } of found) {
    const path = config?.find((one) => one.startsWith("search_path="));
    expect([name, path]).toEqual([
      name,
      expect.stringMatching(/^search_path=(pg_catalog|public)$/),
    ]);
  }
});

test("no function with its owner's rights may be called by everybody", async () => {
  const found = await rows(
    `select p.oid::regprocedure::text as name from pg_proc p
     join pg_namespace n on n.oid = p.pronamespace
     where p.prosecdef and n.nspname not in ('pg_catalog', 'information_schema')
       and has_function_privilege('public', p.oid, 'execute')`,
  );
  expect(found).toEqual([]);
});

test("the server's role may create nothing: in no schema, no database, not even for a session", async () => {
  const schemas = await rows(
    `select nspname from pg_namespace where has_schema_privilege('dawngate_app', oid, 'create')
       and nspname not like 'pg_temp%' and nspname not like 'pg_toast_temp%'`,
  );
  expect(schemas).toEqual([]);
  const [database] = await rows<{ create: boolean; temp: boolean }>(
    `select has_database_privilege('dawngate_app', current_database(), 'create') as create,
       has_database_privilege('dawngate_app', current_database(), 'temporary') as temp`,
  );
  expect(database).toEqual({ create: false, temp: false });
});

test("the server's role owns nothing, is nobody else, and passes by no row security", async () => {
  expect(
    await rows(`select relname from pg_class where relowner = 'dawngate_app'::regrole`),
  ).toEqual([]);
  expect(
    await rows(
      `select rolsuper, rolbypassrls, rolcreaterole, rolcreatedb, rolreplication from pg_roles
       where rolname = 'dawngate_app'`,
    ),
  ).toEqual([
    {
      rolsuper: false,
      rolbypassrls: false,
      rolcreaterole: false,
      rolcreatedb: false,
      rolreplication: false,
    },
  ]);
  expect(
    await rows(
      `select roleid::regrole::text from pg_auth_members where member = 'dawngate_app'::regrole`,
    ),
  ).toEqual([]);
});

test("the password of the server's role is not its owner's", async () => {
  const { address } = test_;
  const as = (user: string, password: string) => {
    const client = new pg.Client({ ...address, user, password });
    return client
      .connect()
      .then(() => undefined)
      .finally(() => client.end().catch(() => undefined));
  };
  await expect(as("dawngate_app", SECRETS.app)).resolves.toBeUndefined();
  await expect(as("dawngate_owner", SECRETS.app)).rejects.toThrow(/password authentication failed/);
});

test("every table of ours that has a school stands under row security", async () => {
  const open = await rows(
    `select c.relname from pg_class c join pg_namespace n on n.oid = c.relnamespace
     join pg_attribute a on a.attrelid = c.oid and a.attname = 'school_id' and not a.attisdropped
     where n.nspname = 'public' and c.relkind in ('r', 'p') and not c.relrowsecurity`,
  );
  expect(open).toEqual([]);
});

test("what is on record, the server's role can neither write, nor change, nor delete", async () => {
  const [found] = await rows(
    `select has_table_privilege('dawngate_app', 'change', 'insert, update, delete, truncate') as any,
       has_table_privilege('dawngate_app', 'change_head', 'insert, update, delete, truncate') as head,
       has_table_privilege('dawngate_app', 'change', 'select') as read`,
  );
  expect(found).toEqual({ any: false, head: false, read: true });
});
