// A database with the demo in it, made once and copied: each server of the tests begins with it, in less than a second.
import { startServer } from "./server.mjs";

/** What it is called on the tests' cluster. */
const READY = "demo_ready";

/** Fills it: a server without a port ends once the demo is there. */
export const makeReadyDemo = async (bundle, settings) => {
  const server = await startServer(bundle, {
    ...settings,
    DAWNGATE_DB_NAME: READY,
    DAWNGATE_PORT: undefined,
    DAWNGATE_START_OVER: "yes",
  });
  await server.ended;
};

/** A database that is the demo, whatever stood under its name before. */
export async function copyReadyDemo({ host, port, password }, name) {
  // Whoever reads this file may still have to install it.
  const { default: pg } = await import("pg");
  const admin = new pg.Client({ host, port, user: "postgres", password, database: "postgres" });
  await admin.connect();
  try {
    const to = admin.escapeIdentifier(name);
    await admin.query(`drop database if exists ${to} with (force)`);
    // As files: through the write-ahead log it takes longer.
    await admin.query(
      `create database ${to} template ${READY} owner dawngate_owner strategy file_copy`,
    );
    // What holds for a database itself is not copied with it.
    await admin.query(`revoke all on database ${to} from public`);
    await admin.query(`grant connect on database ${to} to dawngate_app`);
  } finally {
    await admin.end();
  }
}
