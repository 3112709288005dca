/**
 * A version names what stands in its lessons, so that a lesson taken out of the draft keeps its text for people whose
 * version still has it; and its document says in what form it was written.
 */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table course_version
      add column lessons jsonb not null default '{}',
      add column form integer not null default 1;
    update course_version v set lessons = coalesce((
      select jsonb_object_agg(l.id, l.content) from (
        select lesson ->> 'id' as id, coalesce(
          (select p.lesson_id from lesson_placement p where p.school_id = v.school_id
            and p.course_id = v.course_id and p.id = lesson ->> 'id'),
          -- Taken out since: what it was put in with, or else content of its own.
          (select o.operation ->> 'content' from draft_operation o where o.school_id = v.school_id
            and o.course_id = v.course_id and o.operation -> 'lesson' ->> 'id' = lesson ->> 'id'
            and o.operation ->> 'content' is not null order by o.sequence desc limit 1),
          v.course_id || '/' || (lesson ->> 'id')) as content
        from jsonb_path_query(v.plan, '$.modules[*].lessons[*]') as lesson
      ) l
      where exists (select 1 from lesson x where x.school_id = v.school_id and x.id = l.content)
    ), '{}');
  `.execute(db);
}
