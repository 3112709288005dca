/** Fields of a school's own about enrollments, cohorts and courses, as about people. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table own_value drop constraint own_value_pkey;
    alter table own_value alter column person_id drop not null;
    alter table own_value
      add column enrollment_id text,
      add column cohort_id text,
      add column course_id text,
      add foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade,
      add foreign key (school_id, cohort_id) references cohort (school_id, id) on delete cascade,
      add foreign key (school_id, course_id) references course (school_id, id) on delete cascade,
      -- Of one of them it is.
      add constraint own_value_whose
        check (num_nonnulls(person_id, enrollment_id, cohort_id, course_id) = 1);
    create unique index own_value_of_person
      on own_value (school_id, person_id, field_id, part) where person_id is not null;
    create unique index own_value_of_enrollment
      on own_value (school_id, enrollment_id, field_id, part) where enrollment_id is not null;
    create unique index own_value_of_cohort
      on own_value (school_id, cohort_id, field_id, part) where cohort_id is not null;
    create unique index own_value_of_course
      on own_value (school_id, course_id, field_id, part) where course_id is not null;
  `.execute(db);
  // What stands in an enrollment's field is about its person: it is found, and forgotten, with them.
  const { rows } = await sql<{ made: string }>`
    select pg_get_functiondef('note_change()'::regprocedure) as made
  `.execute(db);
  const of = (table: string, column: string) =>
    `(select x.${column} from public.${table} x where x.school_id = of_school and x.id = whole ->> '${table}_id')`;
  const made = (rows[0]?.made ?? "")
    .replace(
      "when 'course' then whole ->> 'id'",
      (before) =>
        `${before} when 'own_value' then coalesce(whole ->> 'course_id', ${of("enrollment", "course_id")}, ${of("cohort", "course_id")})`,
    )
    .replace(
      "when 'person' then whole ->> 'id'",
      (before) =>
        `${before} when 'own_value' then coalesce(whole ->> 'person_id', ${of("enrollment", "person_id")})`,
    );
  await sql.raw(made).execute(db);
}
