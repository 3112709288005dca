/**
 * Connections that spare round trips, which is what most requests are made of: statements keep their plan, and a
 * transaction begins and is set to its school together with its first statement.
 */
import { AsyncLocalStorage } from "node:async_hooks";
import { createHash } from "node:crypto";
import type { PostgresPool, PostgresPoolClient } from "kysely";
import pg from "pg";
import type { SchoolId } from "./connection";

/** Texts that differ with their input (a list of any length) must not fill a connection's memory. */
const MOST = 300;
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

export interface SchoolPool extends PostgresPool {
  /** Transactions that begin within `work` are set to this school. */
  inSchool<T>(school: SchoolId, work: () => Promise<T>): Promise<T>;
}

/**
 * Opens the pool. A transaction's beginning is sent with its first statement, which runs after it on the connection;
 * were the beginning to fail, that statement would find no school set, and row security would show it nothing.
 */
export function openPool(config: pg.PoolConfig): SchoolPool {
  const pool = new pg.Pool({ ...config, pipeline: true });
  // A connection that breaks while idle is replaced by the next use; without a listener it would end the process.
  pool.on("error", () => undefined);
  const school = new AsyncLocalStorage<SchoolId>();
  const names = new Map<string, string>();
  const nameOf = (text: string) => {
    const known = names.get(text);
    if (known !== undefined || names.size >= MOST) return known;
    const name = createHash("sha256").update(text).digest("base64url").slice(0, 40);
    names.set(text, name);
    return name;
  };
  const wrapped = new WeakMap<pg.PoolClient, PostgresPoolClient>();
  const wrap = (client: pg.PoolClient): PostgresPoolClient => {
    const found = wrapped.get(client);
    if (found) return found;
    /** The beginning of a transaction, until its first statement takes it along. */
    let beginning: string | null = null;
    const ask = (text: string, values: readonly unknown[]) =>
      values.length === 0
        ? client.query(text)
        : client.query({ name: nameOf(text), text, values: [...values] });
    const made = {
      query: async (text: string, values: readonly unknown[]) => {
        if (/^(begin|start transaction)/.test(text)) {
          beginning = begins(text, school.getStore());
          return { command: "BEGIN", rowCount: 0, rows: [] };
        }
        if (beginning === null) return ask(text, values);
        const first = client.query(beginning);
        beginning = null;
        const [, answer] = await Promise.all([first, ask(text, values)]);
        return answer;
      },
      release: () => client.release(),
    } as unknown as PostgresPoolClient;
    wrapped.set(client, made);
    return made;
  };
  return {
    inSchool: (id, work) => school.run(id, work),
    connect: async () => wrap(await pool.connect()),
    end: () => pool.end(),
  };
}

/** Begins a transaction and sets it to its school, so that row security shows it nothing else. */
function begins(text: string, school: SchoolId | undefined): string {
  if (school === undefined || !UUID.test(school))
    throw new TypeError("A transaction needs a school");
  return `${text}; select set_config('dawngate.school_id', '${school}', true)`;
}
