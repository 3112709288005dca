/**
 * Connections that spare round trips, which is what most requests are made of: statements keep their plan, and a
 * transaction begins and is set to its school, and to whoever acts, together with its first statement. A connection
 * that is lost in the middle ends its own work and nothing else.
 */
import { AsyncLocalStorage } from "node:async_hooks";
import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import type { PostgresPool, PostgresPoolClient } from "kysely";
import pg from "pg";
import type { SchoolId } from "./school-id";
import { system, type Who } from "./who";

/** Texts that differ with their input (a list of any length) must not fill a connection's memory. */
const MOST = 300;
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** Where a transaction works, and for whom. */
export interface Scope {
  school: SchoolId;
  who: Who;
  /** What is read may be a little old: it may come from a copy of the database. */
  lagging?: boolean;
}

/** A school alone: the server itself acts in it. */
export const scopeOf = (scope: Scope | SchoolId): Scope =>
  typeof scope === "string" ? { school: scope, who: system("system") } : scope;

export interface SchoolPool extends PostgresPool {
  /** Transactions that begin within `work` are set to this school and this author. */
  within<T>(scope: Scope, work: () => Promise<T>): Promise<T>;
  /** How many connections there are, how many are free, and how many requests wait for one. */
  figures(): { total: number; free: number; waiting: number };
}

/** How long statements may take and wait, in milliseconds; the database ends what takes longer. */
export interface Patience {
  statement: number;
  lock: number;
  idle: number;
}

/** For what a person waits for: whoever cannot have a row within this time is told to press again. */
export const REQUEST: Patience = { statement: 15_000, lock: 3000, idle: 10_000 };
/** For work that nobody waits for, such as a lot of projections. */
export const BACKGROUND: Patience = { statement: 300_000, lock: 30_000, idle: 60_000 };

export type Pool = pg.Pool;

/** The way to the database, encrypted where the certificate of its authority is named. */
export function encrypted<T extends pg.ClientConfig & { ca?: string }>({ ca, ...config }: T) {
  return ca === undefined ? config : { ...config, ssl: { ca: readFileSync(ca, "utf8") } };
}

/** A pool whose connections may be lost without ending the process: while idle, and while they are in use. */
export function sturdyPool(config: pg.PoolConfig, { statement, lock, idle }: Patience): pg.Pool {
  const options = [
    config.options ?? "",
    `-c statement_timeout=${statement}`,
    `-c lock_timeout=${lock}`,
    `-c idle_in_transaction_session_timeout=${idle}`,
  ].join(" ");
  const pool = new pg.Pool({ connectionTimeoutMillis: 5000, ...encrypted(config), options });
  // Without listeners a lost connection would end the process; whoever uses it hears of it by its own answer.
  pool.on("error", () => undefined);
  pool.on("connect", (client) => client.on("error", () => undefined));
  return pool;
}

/**
 * Opens the pool. A transaction's beginning is sent with its first statement, which runs after it on the connection;
 * were the beginning to fail, that statement would find no school set, and row security would show it nothing.
 */
export function openPool(config: pg.PoolConfig, patience: Patience): SchoolPool {
  const pool = sturdyPool({ ...config, pipeline: true } as pg.PoolConfig, patience);
  const scopes = new AsyncLocalStorage<Scope>();
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
    let lost = false;
    client.on("error", () => {
      lost = true;
    });
    client.on("end", () => {
      lost = true;
    });
    const ask = (text: string, values: readonly unknown[]) =>
      values.length === 0
        ? client.query(text)
        : client.query({ name: nameOf(text), text, values: [...values] });
    const made = {
      query: async (text: string, values: readonly unknown[]) => {
        if (/^(begin|start transaction)/.test(text)) {
          beginning = begins(text, scopes.getStore());
          return { command: "BEGIN", rowCount: 0, rows: [] };
        }
        if (beginning === null) return ask(text, values);
        const first = client.query(beginning);
        beginning = null;
        // Both are heard, whichever fails: a refusal nobody hears of would end the process.
        const [began, answer] = await Promise.allSettled([first, ask(text, values)]);
        if (began.status === "rejected") throw began.reason;
        if (answer.status === "rejected") throw answer.reason;
        return answer.value;
      },
      release: () => {
        beginning = null;
        client.release(lost);
      },
    } as unknown as PostgresPoolClient;
    wrapped.set(client, made);
    return made;
  };
  return {
    within: (scope, work) => scopes.run(scope, work),
    connect: async () => wrap(await pool.connect()),
    end: () => pool.end(),
    figures: () => ({
      total: pool.totalCount,
      free: pool.idleCount,
      waiting: pool.waitingCount,
    }),
  };
}

/** Begins a transaction and sets it to its school and its author, so that row security shows it nothing else. */
function begins(text: string, scope: Scope | undefined): string {
  if (scope === undefined || !UUID.test(scope.school))
    throw new TypeError("A transaction needs a school");
  const author = pg.escapeLiteral(JSON.stringify(scope.who));
  return `${text}; select set_config('dawngate.school_id', '${scope.school}', true), set_config('dawngate.author', ${author}, true)`;
}

/** Codes of the database, and of the way to it, that say: not now. */
const AWAY = new Set([
  "ECONNREFUSED",
  "ECONNRESET",
  "EPIPE",
  "ETIMEDOUT",
  "57P01",
  "57P02",
  "57P03",
  "53300",
  "25P03",
]);
const BUSY = new Set(["55P03", "40P01", "40001", "57014"]);

/** Whether an error says that the database is away, or that somebody else holds what was asked for; null: neither. */
export function databaseState(error: unknown): "away" | "busy" | null {
  const { code, message } = (error ?? {}) as { code?: string; message?: string };
  if (code !== undefined && (AWAY.has(code) || code.startsWith("08"))) return "away";
  if (code !== undefined && BUSY.has(code)) return "busy";
  if (
    /Connection terminated|timeout exceeded when trying to connect|not queryable/i.test(
      message ?? "",
    )
  )
    return "away";
  return null;
}
