/**
 * What writing for very many people spares. Openings refer to their enrollment by key, and the database does not look it
 * up for each: they are worked out anew whenever they do not hold, enrollments never go alone, and a school that goes
 * takes its openings first. And what is not put on record anyway no longer asks, row by row, whether it is: a school
 * that is taken over or goes, and what lists keep of an enrollment.
 */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table opening drop constraint opening_school_id_enrollment_id_fkey;

    -- Whoever acts, three times for each row that bears its author: without a setting of its own it is worked out where
    -- it stands, and not called. Everything in it is named in full.
    create or replace function author_part(part text) returns text
      language sql stable as $$
        select coalesce(nullif(pg_catalog.current_setting('dawngate.author', true), '')::pg_catalog.jsonb
          operator(pg_catalog.->>) part, 'system')
      $$;

    do $do$
      declare found record;
      begin
        for found in
          select c.relname as name, pg_get_triggerdef(t.oid) as definition
          from pg_trigger t join pg_class c on c.oid = t.tgrelid
          where t.tgname = 'noted' and c.relname <> 'school'
        loop
          execute format('drop trigger noted on %I', found.name);
          execute replace(
            case found.name when 'enrollment'
              then replace(found.definition, ' UPDATE ',
                ' UPDATE OF id, course_id, person_id, cohort_id ')
              else found.definition end,
            'FOR EACH ROW',
            $when$FOR EACH ROW WHEN (coalesce(nullif(current_setting('dawngate.author', true), '')::jsonb ->> 'id', '')
              not in ('import', 'delete-school'))$when$);
        end loop;
      end $do$;
  `.execute(db);
}
