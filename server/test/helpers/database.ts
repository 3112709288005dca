/** A database of a test file's own, on the tests' cluster. */
import { randomBytes } from "node:crypto";
import { type Database, openDatabase } from "../../src/db/connection";
import {
  type Cluster,
  type DatabaseAddress,
  dropDatabase,
  prepareDatabase,
} from "../../src/db/prepare";

export function testCluster(): Cluster {
  const text = process.env.DAWNGATE_TEST_CLUSTER;
  if (!text) throw new Error("The database tests need a cluster: run them with npm test");
  return JSON.parse(text);
}

export interface TestDatabase {
  db: Database;
  address: DatabaseAddress;
  close(): Promise<void>;
}

/** Makes a database with all migrations; `close` drops it. */
export async function testDatabase(): Promise<TestDatabase> {
  const cluster = testCluster();
  const name = `test_${randomBytes(6).toString("hex")}`;
  const address = await prepareDatabase(cluster, name, "test");
  const db = openDatabase(address);
  return {
    db,
    address,
    close: async () => {
      await db.close();
      await dropDatabase(cluster, name);
    },
  };
}
