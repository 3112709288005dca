/** Makes a database ready: its two roles, itself, and its tables as the newest migration has them. */
import { Kysely, Migrator, PostgresDialect, sql } from "kysely";
import pg from "pg";
import { prepareQueue } from "../jobs/queue-tables";
import { migrations } from "./migrations";

/** The superuser of a cluster; used for nothing but this. */
export interface Cluster {
  host: string;
  port: number;
  password: string;
}

/** How the server reaches its database: as a role that owns nothing. */
export interface DatabaseAddress {
  host: string;
  port: number;
  database: string;
  user: string;
  password: string;
}

/**
 * Creates what is missing and migrates. Can be called any number of times, by several processes at once.
 * `secret` becomes the password of both roles.
 */
export async function prepareDatabase(
  cluster: Cluster,
  database: string,
  secret: string,
): Promise<DatabaseAddress> {
  const { host, port, password } = cluster;
  const admin = new pg.Client({ host, port, user: "postgres", password, database: "postgres" });
  await admin.connect();
  try {
    // One at a time: creating a role or a database twice at the same instant would fail.
    await admin.query("select pg_advisory_lock(20261124)");
    for (const role of ["dawngate_owner", "dawngate_app"]) {
      const { rowCount } = await admin.query("select 1 from pg_roles where rolname = $1", [role]);
      const verb = rowCount === 0 ? "create" : "alter";
      await admin.query(`${verb} role ${role} login password ${admin.escapeLiteral(secret)}`);
    }
    const exists = await admin.query("select 1 from pg_database where datname = $1", [database]);
    if (exists.rowCount === 0)
      await admin.query(`create database ${admin.escapeIdentifier(database)} owner dawngate_owner`);
    const owner = { host, port, database, user: "dawngate_owner", password: secret };
    await migrate(owner);
    await prepareQueue(owner);
    await grantQueue(owner);
  } finally {
    await admin.end();
  }
  return { host, port, database, user: "dawngate_app", password: secret };
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
      grant usage, create on schema pgboss to dawngate_app;
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
