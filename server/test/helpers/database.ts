/** A database of a test file's own, on the tests' cluster. */
import { randomBytes } from "node:crypto";
import { type Database, openDatabase } from "../../src/db/connection";
import {
  type Cluster,
  type DatabaseAddress,
  dropDatabase,
  prepareDatabase,
} from "../../src/db/prepare";
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

/** Makes a database with all migrations; `close` drops it. */
export async function testDatabase(): Promise<TestDatabase> {
  const cluster = testCluster();
  const name = `test_${randomBytes(6).toString("hex")}`;
  const address = await prepareDatabase(cluster, name, SECRETS);
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
