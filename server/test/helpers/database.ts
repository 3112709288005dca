/** A database of a test file's own, on the tests' cluster. */
import { createHash, randomBytes } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import pg from "pg";
import type { Cluster, DatabaseAddress } from "../../src/db/address";
import { type Database, openDatabase } from "../../src/db/connection";
import { dropDatabase, prepareDatabase } from "../../src/db/prepare";
import { known } from "./app";

/** The passwords of the two roles on the tests' cluster. */
export const SECRETS = { owner: "test-owner", app: "test-app" };

export function testCluster(): Cluster {
  const text = process.env.DAWNGATE_TEST_CLUSTER;
  if (!text) throw new Error("The database tests need a cluster: run them with npm test");
  return JSON.parse(text);
}

export interface TestDatabase {
  db: Database;
  address: DatabaseAddress;
  /** What is closed before the database is dropped. */
  closing: (() => Promise<void>)[];
  close(): Promise<void>;
}

/** The migrations as they stand: a template made from others is not used. */
function migrationsHash(): string {
  const folder = join(__dirname, "../../src/db/migrations");
  const hash = createHash("sha256");
  for (const file of readdirSync(folder).sort()) hash.update(readFileSync(join(folder, file)));
  hash.update(readFileSync(join(__dirname, "../../src/db/prepare.ts")));
  return hash.digest("hex").slice(0, 12);
}

/** A database made from one that has all migrations: that one is made once for all test files. */
async function copyOfTemplate(cluster: Cluster, name: string): Promise<DatabaseAddress> {
  const { host, port, password } = cluster;
  const template = `template_${migrationsHash()}`;
  const admin = new pg.Client({ host, port, user: "postgres", password, database: "postgres" });
  await admin.connect();
  try {
    // Files that begin at the same time wait for whoever makes it.
    await admin.query("select pg_advisory_lock(20261129)");
    const made = await admin.query("select 1 from pg_database where datname = $1", [template]);
    if (made.rowCount === 0) {
      await dropDatabase(cluster, `${template}_making`);
      await prepareDatabase(cluster, `${template}_making`, SECRETS);
      await admin.query(`alter database ${template}_making rename to ${template}`);
    }
    await admin.query("select pg_advisory_unlock(20261129)");
    // Copied as files: through the write-ahead log, as is usual, it is a second each time.
    await admin.query(
      `create database ${name} template ${template} owner dawngate_owner strategy file_copy`,
    );
    await admin.query(`revoke all on database ${name} from public`);
    await admin.query(`grant connect on database ${name} to dawngate_app`);
  } finally {
    await admin.end();
  }
  return {
    host,
    port,
    database: name,
    user: "dawngate_app",
    password: SECRETS.app,
    // A machine that is taken away for seconds fails no test.
    connectionTimeoutMillis: 60_000,
  };
}

/** Makes a database with all migrations; `close` drops it. */
export async function testDatabase(): Promise<TestDatabase> {
  const cluster = testCluster();
  const name = `test_${randomBytes(6).toString("hex")}`;
  const address = await copyOfTemplate(cluster, name);
  const db = openDatabase(address);
  const closing: (() => Promise<void>)[] = [];
  const made = {
    db,
    address,
    closing,
    close: async () => {
      await Promise.all(closing.map((close) => close().catch(() => undefined)));
      await db.close();
      await dropDatabase(cluster, name);
    },
  };
  known(made);
  return made;
}
