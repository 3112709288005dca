/** One row of the outbox, done: held while it is worked on, gone when it is done, kept with its fault when it fails. */
import type pg from "pg";
import type { JobParts } from "./kind";
import { KINDS } from "./kinds";

export interface OutboxRow {
  id: string;
  kind: string;
  payload: unknown;
}

/**
 * Does what a row asks for. It is held meanwhile, so that two servers never do it at once and a server that ends lets go
 * of it; false where it is done already, somebody else is at it, or it failed (then it is tried again after a wait).
 */
export async function workOff(
  pool: pg.Pool,
  parts: JobParts,
  id: string,
  { waitFrom = 5, log = () => undefined }: { waitFrom?: number; log?(line: string): void } = {},
): Promise<boolean> {
  const client = await pool.connect();
  let broken = false;
  try {
    await client.query("begin");
    const { rows } = await client.query<OutboxRow>("select * from outbox_hold($1)", [id]);
    const [row] = rows;
    if (!row) {
      await client.query("rollback");
      return false;
    }
    try {
      await perform(parts, row);
    } catch (error) {
      await client.query("rollback");
      const fault = error instanceof Error ? error.message : String(error);
      const tries = KINDS.find(({ name }) => name === row.kind)?.tries ?? 1;
      await client.query("select outbox_tried($1, $2, $3, $4)", [id, fault, tries, waitFrom]);
      log(`${row.kind}: ${fault}`);
      return false;
    }
    await client.query("select outbox_done($1)", [id]);
    await client.query("commit");
    return true;
  } catch (error) {
    broken = true;
    throw error;
  } finally {
    client.release(broken);
  }
}

/** What a row asks for. Throws where there is no such kind, or what it is told has another form. */
async function perform(parts: JobParts, { id, kind: name, payload }: OutboxRow): Promise<void> {
  const kind = KINDS.find((one) => one.name === name);
  if (!kind) throw new Error(`There is no kind of job called "${name}"`);
  const read = kind.payload.safeParse(payload);
  if (!read.success)
    throw new Error(`What it is told has another form: ${read.error.issues[0]?.message}`);
  await kind.work(parts, read.data, id);
}

/** Does all that waits, one after the other, without a queue: for tests, and for whoever only prepares a school. */
export async function workOffAll(pool: pg.Pool, parts: JobParts): Promise<void> {
  for (;;) {
    const { rows } = await pool.query<{ id: string }>("select id from outbox_take(100)");
    if (rows.length === 0) return;
    for (const { id } of rows) await workOff(pool, parts, id);
  }
}
