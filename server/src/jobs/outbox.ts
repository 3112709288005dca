/**
 * What must follow a transaction: written in it, as a row of the outbox, and done once by the queue, whatever happens
 * to the server in between. Nothing is called "after the commit".
 */
import { sql } from "kysely";
import type pg from "pg";
import type { SchoolId, SchoolTransaction } from "../db/connection";
// Types alone: what a kind does may call the room that asks for it.
import type { Payloads } from "./kinds";

export type Kind = keyof Payloads;

interface When {
  /** Asked for again while the first still waits, it is done once. */
  once?: string;
  /** Not before so many milliseconds from now. */
  after?: number;
}

/**
 * Has something done once this transaction is committed, and never where it is not.
 *
 * @example
 * await db.withSchool(context, async (tx) => {
 *   await unproject(tx, course);
 *   await follow(tx, context.school, "project-course", { school: context.school, course });
 * });
 */
export async function follow<K extends Kind>(
  tx: SchoolTransaction,
  school: SchoolId | null,
  kind: K,
  payload: Payloads[K],
  { once, after = 0 }: When = {},
): Promise<void> {
  await sql`
    insert into outbox (school_id, kind, payload, once, due)
    values (${school}, ${kind}, ${JSON.stringify(payload)}::jsonb, ${once ?? null},
      now() + make_interval(secs => ${after / 1000}::float8))
    ${once === undefined ? sql`` : sql`on conflict (kind, once) where state = 'waiting' and once is not null do nothing`}
  `.execute(tx);
  await sql`select pg_notify(${OUTBOX_CHANNEL}, '')`.execute(tx);
}

/** The same for many of a kind at once. */
export async function followAll<K extends Kind>(
  tx: SchoolTransaction,
  school: SchoolId,
  kind: K,
  payloads: readonly Payloads[K][],
): Promise<void> {
  if (payloads.length === 0) return;
  await sql`
    insert into outbox (school_id, kind, payload, due)
    select ${school}::uuid, ${kind}, p, now() from jsonb_array_elements(${JSON.stringify(payloads)}::jsonb) p
  `.execute(tx);
  await sql`select pg_notify(${OUTBOX_CHANNEL}, '')`.execute(tx);
}

/** The same for what belongs to no school and happens in the sign-in package's own transactions. */
export async function followOutside<K extends Kind>(
  pool: pg.Pool,
  kind: K,
  payload: Payloads[K],
): Promise<void> {
  await pool.query(
    `with put as (insert into public.outbox (kind, payload) values ($1, $2::jsonb))
     select pg_notify($3, '')`,
    [kind, JSON.stringify(payload), OUTBOX_CHANNEL],
  );
}

/** Says that something waits, to whichever server listens. */
export const OUTBOX_CHANNEL = "dawngate_outbox";
