/** Servers of a test's own, on the tests' cluster: with a demo and a database of their own, to be killed and started again. */
import { createServer } from "node:net";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
// @ts-expect-error: plain scripts, shared with the start commands
import { copyReadyDemo } from "../../scripts/lib/ready-demo.mjs";
// @ts-expect-error: as above
import * as servers from "../../scripts/lib/server.mjs";
import { test } from "./helpers";

export interface OwnServer {
  port: number;
  pid: number;
  /** Settled where it has ended by itself. */
  ended: Promise<void>;
  stop(): Promise<void>;
  /** kill -9 */
  kill(): Promise<void>;
}

/** What a server is told; undefined: it is not told. */
export type Settings = Record<string, string | undefined>;
export const root = fileURLToPath(new URL("../..", import.meta.url));

/**
 * What a test starts servers of its own with; on a wide screen alone, and where there is a cluster.
 * @example
 * const { start, startOver } = await ownServers("crash_checks");
 * let server = await startOver();
 */
export async function ownServers(database: string, more: Settings = {}) {
  test.skip(test.info().project.name !== "wide");
  const cluster = JSON.parse(process.env.DAWNGATE_TEST_CLUSTER ?? "null");
  test.skip(cluster === null, "It needs the tests' cluster");
  const bundle: string = await servers.serverBundle(root);
  const settings: Settings = {
    ...servers.databaseSettings(cluster, database, servers.TEST_SECRETS),
    DAWNGATE_DEMO: join(root, "demo"),
    DAWNGATE_LIMITS: "no",
    DAWNGATE_LOG: "quiet",
    DAWNGATE_PORT: "0",
    ...more,
  };
  // Whoever is not told the superuser's password prepares nothing: it is a copy of what is prepared.
  const start = (more: Settings = {}): Promise<OwnServer> =>
    servers.startServer(bundle, {
      ...settings,
      DAWNGATE_DB_ADMIN_PASSWORD: undefined,
      ...more,
    });
  const fresh = () => copyReadyDemo(cluster, database);
  return {
    cluster,
    bundle,
    settings,
    start,
    fresh,
    /** The first of them, with the demo as it is at its beginning. */
    startOver: async (more: Settings = {}) => {
      await fresh();
      return start(more);
    },
  };
}

/** A port that nobody listens at now. */
export const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
