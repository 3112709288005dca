/**
 * What each order brings by month, kept, and added up by listing, course, cohort and way in: income of any number of
 * orders is read from the sums. Which orders are to be worked out again is written down by what changes them, as rows that
 * are only added, so that nobody waits for whoever works them out.
 */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- Whatever zone the school takes later, what was agreed stays agreed.
    alter table sales_order add column clock text;
    alter table sales_order disable trigger user;
    update sales_order o set clock = s.time_zone from school s where s.id = o.school_id;
    alter table sales_order enable trigger user;
    alter table sales_order alter column clock set not null;

    -- To be worked out again; of no order: all of the school's are.
    create table income_look (
      school_id uuid not null references school on delete cascade,
      id bigint generated always as identity,
      order_id text,
      primary key (school_id, id)
    );
    create index income_look_order on income_look (school_id, order_id);

    create table order_income (
      school_id uuid not null,
      order_id text not null,
      currency text not null,
      -- The month of the purchase, counted from year 0; what follows begins with it.
      first integer not null,
      tax jsonb not null,
      due_tax jsonb not null,
      -- What of later parts fell due when, and was not paid.
      usual jsonb not null,
      -- From then on it is worked out again though nothing happens.
      next_at timestamptz,
      -- Why it cannot be read, and brings nothing as long as that is so.
      fault text,
      primary key (school_id, order_id),
      foreign key (school_id, order_id) references sales_order on delete cascade
    );
    create index order_income_fault on order_income (school_id, order_id) where fault is not null;
    create index order_income_next on order_income (school_id, next_at) where next_at is not null;

    -- By course: received, due and earned of each month from the first on.
    create table order_income_row (
      school_id uuid not null,
      order_id text not null,
      place integer not null,
      listing_id text not null,
      course_id text not null,
      -- Empty: in no cohort; by nobody's link.
      cohort_id text not null,
      partner_id text not null,
      renewed boolean not null,
      first integer not null,
      -- The last month that has any of it; what is not all earned has no last.
      last integer not null,
      months jsonb not null,
      primary key (school_id, order_id, place),
      foreign key (school_id, order_id) references order_income on delete cascade
    );

    create table income_sum (
      school_id uuid not null references school on delete cascade,
      currency text not null,
      month integer not null,
      listing_id text not null,
      course_id text not null,
      cohort_id text not null,
      partner_id text not null,
      renewed boolean not null,
      received bigint not null,
      due bigint not null,
      earned bigint not null,
      -- These of whole orders, with the first of their courses.
      tax bigint not null,
      due_tax bigint not null,
      orders integer not null,
      -- How many orders have such a row.
      held integer not null,
      primary key (school_id, currency, month, listing_id, course_id, cohort_id, partner_id, renewed)
    );
    create table usual_sum (
      school_id uuid not null references school on delete cascade,
      currency text not null,
      day date not null,
      due bigint not null,
      unpaid bigint not null,
      primary key (school_id, currency, day)
    );
  `.execute(db);
  for (const table of [
    "income_look",
    "order_income",
    "order_income_row",
    "income_sum",
    "usual_sum",
  ])
    await secure(db, table);
  await sql`
    create function look_at_order() returns trigger language plpgsql set search_path = public as $$
      begin
        insert into income_look (school_id, order_id) values (new.school_id, new.id);
        return null;
      end $$;
    create trigger income_of_new after insert on sales_order
      for each row when (new.paid_at is not null) execute function look_at_order();
    create trigger income_of_changed after update on sales_order
      for each row when (new.paid_at is not null and (old.paid_at is null
        or old.quote is distinct from new.quote or old.series is distinct from new.series
        or old.payment_terms is distinct from new.payment_terms or old.seats <> new.seats
        or old.partners is distinct from new.partners or old.renews <> new.renews
        or old.bought_at <> new.bought_at))
      execute function look_at_order();

    create function look_at_its_order() returns trigger
      language plpgsql set search_path = public as $$
      begin
        insert into income_look (school_id, order_id)
          select school_id, id from sales_order
          where school_id = new.school_id and id = new.order_id and paid_at is not null;
        return null;
      end $$;
    create trigger income_of_it after insert on order_event
      for each row execute function look_at_its_order();
    create trigger income_of_it after insert or update on order_enrollment
      for each row execute function look_at_its_order();
    create trigger income_of_it after insert or update on membership
      for each row execute function look_at_its_order();

    -- Days of access; of several seats the one counts that is furthest.
    create function look_at_orders_of() returns trigger
      language plpgsql set search_path = public as $$
      begin
        insert into income_look (school_id, order_id)
          select k.school_id, k.order_id from order_enrollment k
          join sales_order o on o.school_id = k.school_id and o.id = k.order_id
          where k.school_id = new.school_id and k.enrollment_id = new.id and o.paid_at is not null
            and (k.seat is not null or old.access_from is distinct from new.access_from
              or old.access_until is distinct from new.access_until
              or old.cohort_id is distinct from new.cohort_id);
        return null;
      end $$;
    create trigger income_of_access after update on enrollment
      for each row when (old.access_from is distinct from new.access_from
        or old.access_until is distinct from new.access_until
        or old.cohort_id is distinct from new.cohort_id or old.done <> new.done)
      execute function look_at_orders_of();

    -- Days of access are the course's, whose clock is the school's where it has none.
    create function look_at_all_orders() returns trigger
      language plpgsql set search_path = public as $$
      begin
        insert into income_look (school_id) values (new.id);
        return null;
      end $$;
    create trigger income_of_all after update on school
      for each row when (old.time_zone <> new.time_zone) execute function look_at_all_orders();
    insert into income_look (school_id) select distinct school_id from sales_order
      where paid_at is not null;

    create function schools_to_account(at timestamptz) returns table (school uuid)
      language sql stable security definer set search_path = public as $$
        select distinct school_id from income_look
        union
        select distinct school_id from order_income where next_at <= at
      $$;
    create index order_income_when on order_income (next_at) where next_at is not null;
    revoke all on function schools_to_account(timestamptz) from public;
    grant execute on function schools_to_account(timestamptz) to dawngate_app;
    revoke all on function look_at_order(), look_at_its_order(), look_at_orders_of(),
      look_at_all_orders() from public;
  `.execute(db);
}
