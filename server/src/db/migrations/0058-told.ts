/** The date that people were told last of each thing, so that a change can say what it makes wrong; and corrections. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

/** Of notices, each thing's latest: what counts as one thing stands in notices.md, "Once". */
const LATEST = (notices: string) => sql`
  select distinct on (school_id, enrollment, of, item)
    school_id, enrollment, of, item, instant, at
  from (
    select n.school_id, a.enrollment, n.at, n.id, a.place, a.instant,
      case when n.kind in ('welcome', 'by-staff', 'opened', 'opens-soon') then 'opens'
        else n.kind end as of,
      coalesce(a.item, '') as item
    from ${sql.table(notices)} n
    cross join lateral rows from (jsonb_to_recordset(n.about) as (enrollment text, item text,
      instant timestamptz, named boolean)) with ordinality
      as a (enrollment, item, instant, named, place)
    join enrollment e on e.school_id = n.school_id and e.id = a.enrollment
    where a.named and a.instant is not null
      and (n.kind = 'access-ends' or a.item is not null and n.kind in
        ('welcome', 'by-staff', 'opened', 'opens-soon', 'due-soon', 'overdue'))
  ) named
  order by school_id, enrollment, of, item, at desc, id desc, place desc`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table told (
      school_id uuid not null,
      enrollment_id text not null,
      of text not null check (of in ('opens', 'due-soon', 'overdue', 'access-ends')),
      -- Empty: the end of access.
      item_id text not null,
      instant timestamptz not null,
      at timestamptz not null,
      primary key (school_id, enrollment_id, of, item_id),
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
    -- Whoever is found to have been told a wrong date since then is to be written to.
    create table notice_correction (
      school_id uuid primary key references school on delete cascade,
      since timestamptz not null,
      asked_at timestamptz not null
    );
  `.execute(db);
  for (const table of ["told", "notice_correction"]) await secure(db, table);
  await sql`
    insert into told (school_id, enrollment_id, of, item_id, instant, at) ${LATEST("notice")};

    create function notice_tells() returns trigger language plpgsql
      set search_path = public as $$
    begin
      insert into told (school_id, enrollment_id, of, item_id, instant, at) ${LATEST("fresh")}
      on conflict (school_id, enrollment_id, of, item_id) do update
        set instant = excluded.instant, at = excluded.at where excluded.at >= told.at;
      return null;
    end $$;
    create trigger tells after insert on notice
      referencing new table as fresh for each statement execute function notice_tells();

    create or replace function schools_to_notify(at timestamptz) returns table (school uuid)
      language sql stable security definer set search_path = public as $$
        select distinct p.school_id from notice_person p where p.next_at <= at
        union
        select distinct school_id from notice_look
        union
        select distinct school_id from notice_sweep
        union
        select school_id from notice_correction
      $$;
  `.execute(db);
}
