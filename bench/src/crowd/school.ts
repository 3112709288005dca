/** A school with 500 courses, three of them crowded, a third of the people with a history: made in the database. */
import type { Instant } from "@dawngate/core/time";
import type { Database, SchoolId } from "@dawngate/server/db/connection";
import { importSchool } from "@dawngate/server/import/import";
import { projectCourse } from "@dawngate/server/schedule/project";
import { insertMember } from "@dawngate/server/school/staff-store";
import type { Client } from "pg";

export const OWNER = "owner@example.org";
const MODULES = 8;

/**
 * A course of eight weekly modules with a lesson each, and a cohort with seats that one can enroll into; where a day is
 * given, with one module more that opens for everybody on it.
 */
function course(id: string, now: Instant, opens: string | null) {
  const day = (days: number) => new Date(now + days * 86_400_000).toISOString().slice(0, 10);
  return {
    course: {
      id,
      title: `Bread ${id}`,
      releaseHour: "07:00",
      validity: [{ from: "enrolled", add: "P200D", edge: "end" }],
      modules: Array.from({ length: MODULES }, (_, m) => ({
        id: `m${m}`,
        title: `Week ${m + 1}`,
        gate: m === 0 ? null : { need: "all", when: [{ from: "enrolled", add: `P${m * 7}D` }] },
        lessons: [{ id: `l${m}`, title: `Lesson ${m + 1}`, kind: "text", minutes: 9 }],
      })).concat(
        opens === null
          ? []
          : {
              id: "together",
              title: "For everybody",
              gate: { need: "all", when: [{ from: "date", date: opens }] } as never,
              lessons: [{ id: "last", title: "Together", kind: "text", minutes: 9 }],
            },
      ),
    },
    cohort: {
      id: `k-${id}`,
      course: id,
      window: { opens: day(-100), closes: day(100) },
      starts: day(-1),
      ends: day(150),
      grace: 14,
      seats: 1_000_000,
    },
  };
}

/** Makes the school: its courses by the import, its people by statements, their lines by the projection's own job. */
export async function makeSchool(
  db: Database,
  admin: Client,
  crowds: Record<string, number>,
  others: number,
  now: Instant,
  opens: string | null = null,
  slug = "crowd",
): Promise<SchoolId> {
  const ids = [
    ...Object.keys(crowds),
    ...Array.from({ length: others }, (_, i) => `other-${String(i).padStart(3, "0")}`),
  ];
  const made = ids.map((id) => course(id, now, opens));
  const school = await importSchool(
    db,
    {
      plan: {
        dawnGatePlan: 1,
        school: { timeZone: "Europe/Lisbon", currency: "EUR" },
        courses: made.map((one) => one.course),
        cohorts: made.map((one) => one.cohort),
        enrollments: [],
      },
      extras: {
        school: { slug, name: "Crowd" },
        cohorts: Object.fromEntries(made.map(({ cohort }) => [cohort.id, "Always"])),
        people: [],
        reasons: {},
      },
      texts: {},
    } as never,
    now,
  );
  const since = performance.now();
  const told = (what: string) =>
    console.log(`  ${what}: ${((performance.now() - since) / 1000).toFixed(1)} s`);
  const owner = { user_id: `account-${OWNER}`, role: "owner" as const, name: "o", email: OWNER };
  await db.withSchool(school, (tx) => insertMember(tx, school, owner));
  for (const [id, people] of Object.entries(crowds)) await crowd(admin, school, id, people, now);
  told("people written");
  // Not the tables that are still empty: a statement whose plan is made for an empty table reads it whole from then on.
  await admin.query("vacuum analyze person, enrollment, enrollment_event, headcount");
  for (const id of Object.keys(crowds)) {
    await projectCourse(db, school, id, now);
    told(`${id} worked out`);
  }
  await db.foldHeadcounts();
  await admin.query("vacuum analyze");
  return school;
}

/** So many people in a course, enrolled within the last hundred days; every third has done and met something. */
async function crowd(admin: Client, school: string, id: string, people: number, now: Instant) {
  await admin.query("begin");
  await admin.query("select set_config('dawngate.school_id', $1, true)", [school]);
  // As an import: it stands on the record of changes as one change, that of the school.
  await admin.query(
    `select set_config('dawngate.author', '{"kind":"system","id":"import","name":"import"}', true)`,
  );
  const given = [school, id, people, new Date(now).toISOString()];
  await admin.query(
    `insert into person (school_id, id, name, email, time_zone, user_id)
     select $1::uuid, $2 || '-p' || i,
       (array['Ana','Bento','Clara','Duarte','Elsa','Felix','Greta','Hugo','Ilse','Jonas'])[1 + i % 10]
         || (array['','-Lia','-Rui','-Mara','-Tom','-Eva','-Noa','-Kai','-Uma','-Leo'])[1 + (i / 7) % 10] || ' '
         || initcap((array['kow','pra','lot','oka','mar','nun','hol','dun','rey','bra'])[1 + (i / 11) % 10]
           || (array['al','do','en','fo','es','ha','um','ne','ki','da'])[1 + (i / 113) % 10]
           || (array['ska','rez','man','sen','ira','o','berg','ley','wit','nov'])[1 + (i / 1009) % 10]),
       $2 || '-p' || i || '@example.org', (array['Europe/Lisbon','Asia/Tokyo','America/New_York'])[1 + i % 3],
       'account-' || $2 || '-p' || i || '@example.org'
     from generate_series(1, $3::integer) i where $4::text is not null`,
    given,
  );
  await admin.query(
    `insert into enrollment (school_id, id, course_id, person_id, cohort_id, last_sequence, enrolled_at, time_zone)
     select $1::uuid, $2 || '-e' || i, $2, $2 || '-p' || i, case when i % 2 = 0 then 'k-' || $2 end,
       case when i % 3 = 0 then 3 else 1 end,
       $4::timestamptz - make_interval(mins => (i::bigint * 7919 % 144000)::integer),
       (array['Europe/Lisbon','Asia/Tokyo','America/New_York'])[1 + i % 3]
     from generate_series(1, $3::integer) i`,
    given,
  );
  await admin.query(
    `insert into enrollment_event (school_id, enrollment_id, sequence, kind, at, data)
     select $1::uuid, e.id, v.sequence, v.kind, v.at, v.data
     from enrollment e, substring(e.id from '[0-9]+$') n cross join lateral (values
       (1, 'enrolled', e.enrolled_at, jsonb_build_object('timeZone', e.time_zone, 'needsPayment', false, 'cohort', e.cohort_id)),
       (2, 'completed', e.enrolled_at + interval '1 second', '{"item":"l0"}'::jsonb),
       (3, case when n::integer % 30 = 0 then 'paused' else 'extended' end, e.enrolled_at + interval '2 seconds',
         case when n::integer % 30 = 0 then '{}'::jsonb else '{"add":"P10D"}'::jsonb end)
     ) v (sequence, kind, at, data)
     where e.school_id = $1::uuid and e.course_id = $2 and v.sequence <= e.last_sequence
       and $3::integer > 0 and $4::text is not null`,
    given,
  );
  await admin.query("commit");
}
