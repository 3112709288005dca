/** What a person or a school takes along, and forgetting, in the database. */
import { sql } from "kysely";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";

/** Everything on record about a person; null where there is none. */
export async function readPersonData(tx: SchoolTransaction, person: string) {
  const { rows } = await sql<{ staff: boolean; data: Record<string, unknown> }>`
    select exists (select 1 from member m where m.user_id = p.user_id) as staff,
      jsonb_build_object(
        'school', (select s.name from school s),
        'person', jsonb_build_object('id', p.id, 'name', p.name, 'email', p.email, 'timeZone', p.time_zone),
        'enrollments', coalesce((select jsonb_agg(jsonb_build_object(
            'id', e.id, 'course', e.course_id, 'cohort', e.cohort_id,
            'events', (select jsonb_agg(jsonb_build_object('sequence', v.sequence, 'kind', v.kind,
                'at', v.at, 'by', v.author, 'reason', v.reason, 'data', v.data) order by v.sequence)
              from enrollment_event v where v.school_id = e.school_id and v.enrollment_id = e.id),
            'openings', (select jsonb_agg(jsonb_build_object('item', o.item_id, 'opens', o.opens,
                'closes', o.closes))
              from opening o where o.school_id = e.school_id and o.enrollment_id = e.id)))
          from enrollment e where e.school_id = p.school_id and e.person_id = p.id), '[]'),
        'changes', coalesce((select jsonb_agg(jsonb_build_object('at', c.at, 'by', c.author,
            'what', c.what, 'act', c.act, 'before', c.before, 'after', c.after) order by c.number)
          from change c where c.school_id = p.school_id and c.person = p.id), '[]')) as data
    from person p where p.id = ${person}
  `.execute(tx);
  const [row] = rows;
  return row ? { ...row.data, staff: row.staff } : null;
}

/** Forgets a person; answers their account, empty where they have none. */
export async function forgetPerson(tx: SchoolTransaction, person: string): Promise<string | null> {
  const { rows } = await sql<{ account: string | null }>`
    select forget_person(${person}) as account`.execute(tx);
  return rows[0]?.account ?? null;
}

export async function ownersOf(tx: SchoolTransaction): Promise<string[]> {
  const rows = await tx.selectFrom("member").select("email").where("role", "=", "owner").execute();
  return rows.map(({ email }) => email);
}

/** Marks the school as deleted at an instant, or as not deleted; false where that is so already. */
export async function setDeleted(tx: SchoolTransaction, at: string | null): Promise<boolean> {
  const { numUpdatedRows } = await tx
    .updateTable("school")
    .set({ deleted_at: at })
    .where("deleted_at", at === null ? "is not" : "is", null)
    .executeTakeFirst();
  return numUpdatedRows === 1n;
}

/** The tables a school takes along, in the order in which they refer to each other. */
const TAKEN = [
  "school",
  "member",
  "course",
  "course_draft",
  "course_page",
  "module_placement",
  "lesson",
  "lesson_revision",
  "lesson_placement",
  "course_version",
  "course_cover",
  "cohort",
  "cohort_instructor",
  "course_author",
  "person",
  "enrollment",
  "enrollment_event",
  "opening",
  "draft_operation",
  "remark",
  "change",
] as const;
const PAGE = 500;

/** All rows of a school, table by table, a page at a time: no table is in memory as a whole. */
export async function* rowsOfSchool(
  db: Database,
  school: SchoolId,
): AsyncGenerator<{ table: string; rows: unknown[] }> {
  for (const table of TAKEN) {
    for (let after = "(0,0)"; ; ) {
      // A page in a transaction of its own: whoever takes it slowly holds nothing. Rows are met in their own order.
      const rows = await db.readSchool(school, async (tx) => {
        const found = await sql<{ row: unknown; at: string }>`
          select to_jsonb(t) as row, t.ctid::text as at from ${sql.table(table)} t
          where t.ctid > ${after}::tid order by t.ctid limit ${PAGE}
        `.execute(tx);
        return found.rows;
      });
      if (rows.length > 0) yield { table, rows: rows.map(({ row }) => row) };
      const last = rows.at(-1);
      if (rows.length < PAGE || !last) break;
      after = last.at;
    }
  }
}
