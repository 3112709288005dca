/** That corrections are wanted, in the database. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

/** They are wanted of what is found wrong since an instant; asked for twice, the earlier counts. */
export async function wantCorrection(
  tx: SchoolTransaction,
  school: SchoolId,
  since: string,
  at: string,
): Promise<void> {
  await sql`
    insert into notice_correction (school_id, since, asked_at)
    values (${school}, ${since}::timestamptz, ${at}::timestamptz)
    on conflict (school_id) do update
      set since = least(notice_correction.since, excluded.since), asked_at = excluded.asked_at
  `.execute(tx);
}

/** Since when, held; it waits while dates are being worked out, or somebody is still to be looked at. */
export async function readCorrection(
  tx: SchoolTransaction,
  school: SchoolId,
): Promise<{ since: string; waits: boolean } | null> {
  const { rows } = await sql<{ since: string; waits: boolean }>`
    select since,
      exists (select from outbox o where o.school_id = ${school} and o.kind = 'project-course'
          and o.state <> 'failed')
      or exists (select from notice_sweep s where s.school_id = ${school})
      or exists (select from notice_look l where l.school_id = ${school}) as waits
    from notice_correction where school_id = ${school} for update skip locked
  `.execute(tx);
  return rows[0] ?? null;
}

export async function dropCorrection(tx: SchoolTransaction): Promise<void> {
  await tx.deleteFrom("notice_correction").execute();
}
