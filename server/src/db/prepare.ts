/** Makes a database ready: its two roles, itself, and its tables as the newest migration has them. */
import { Kysely, Migrator, PostgresDialect, sql } from "kysely";
import pg from "pg";
import { prepareQueue } from "../jobs/queue-tables";
import type { Cluster, DatabaseAddress, RoleSecrets } from "./address";
import { migrations } from "./migrations";

/** Creates what is missing and migrates. Can be called any number of times, by several processes at once. */
export async function prepareDatabase(
  cluster: Cluster,
  database: string,
  secrets: RoleSecrets,
): Promise<DatabaseAddress> {
  const { host, port, password } = cluster;
  const admin = new pg.Client({ host, port, user: "postgres", password, database: "postgres" });
  await admin.connect();
  try {
    // One at a time: creating a role or a database twice at the same instant would fail.
    await admin.query("select pg_advisory_lock(20261124)");
    for (const [role, secret] of [
      ["dawngate_owner", secrets.owner],
      ["dawngate_app", secrets.app],
    ] as const) {
      const { rowCount } = await admin.query("select 1 from pg_roles where rolname = $1", [role]);
      const verb = rowCount === 0 ? "create" : "alter";
      await admin.query(
        `${verb} role ${role} login nosuperuser nocreatedb nocreaterole noreplication nobypassrls password ${admin.escapeLiteral(secret)}`,
      );
    }
    const name = admin.escapeIdentifier(database);
    const exists = await admin.query("select 1 from pg_database where datname = $1", [database]);
    if (exists.rowCount === 0) await admin.query(`create database ${name} owner dawngate_owner`);
    // Nobody makes tables beside ours, not even for the length of a session.
    await admin.query(`revoke all on database ${name} from public`);
    await admin.query(`grant connect on database ${name} to dawngate_app`);
    const owner = { host, port, database, user: "dawngate_owner", password: secrets.owner };
    await migrate(owner);
    await prepareQueue(owner);
    await grantQueue(owner);
  } finally {
    await admin.end();
  }
  return { host, port, database, user: "dawngate_app", password: secrets.app };
}

/** Drops a database and all that is in it. */
export async function dropDatabase(cluster: Cluster, database: string): Promise<void> {
  const { host, port, password } = cluster;
  const admin = new pg.Client({ host, port, user: "postgres", password, database: "postgres" });
  await admin.connect();
  try {
    await admin.query(`drop database if exists ${admin.escapeIdentifier(database)} with (force)`);
  } finally {
    await admin.end();
  }
}

/** The server works with the queue's tables, but owns none of them. */
async function grantQueue(owner: DatabaseAddress): Promise<void> {
  const client = new pg.Client(owner);
  await client.connect();
  try {
    await client.query(`
      revoke create on schema pgboss from dawngate_app;
      grant usage on schema pgboss to dawngate_app;
      grant select, insert, update, delete on all tables in schema pgboss to dawngate_app;
      grant execute on all functions in schema pgboss to dawngate_app;
    `);
  } finally {
    await client.end();
  }
}

async function migrate(address: DatabaseAddress): Promise<void> {
  const db = new Kysely<unknown>({ dialect: new PostgresDialect({ pool: new pg.Pool(address) }) });
  try {
    await sql`revoke create on schema public from public`.execute(db).catch(() => undefined);
    const migrator = new Migrator({ db, provider: { getMigrations: async () => migrations } });
    const { error } = await migrator.migrateToLatest();
    if (error) throw error;
  } finally {
    await db.destroy();
  }
}
