/** Many people at once: against PostgreSQL's own arithmetic, and the projection of a job that was stopped. */
import { formatInstant, type Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import { existing } from "../../src/courses/authoring";
import { saveDraft } from "../../src/courses/draft-changes-store";
import type { SchoolId } from "../../src/db/connection";
import { importSchool } from "../../src/import/import";
import { unproject } from "../../src/jobs/projecting-store";
import { publish } from "../../src/review/service";
import { readLot } from "../../src/schedule/lot-store";
import { projectCourse } from "../../src/schedule/project";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { instant, sampleImport } from "../helpers/sample";

const now = instant("2027-12-31T12:00:00Z");
const PEOPLE = 1000;
/** Zones whose rules this machine's PostgreSQL and its `Intl` have alike: fixed for years. */
const ZONES = [
  "Europe/Lisbon",
  "America/New_York",
  "Asia/Tokyo",
  "Australia/Sydney",
  "America/St_Johns",
  "Asia/Kathmandu",
  "Pacific/Auckland",
  "Africa/Lagos",
];
const DAYS = [0, 7, 14, 21, 28, 45, 90, 180];

let test_: TestDatabase;
let school: SchoolId;
beforeAll(async () => {
  test_ = await testDatabase();
  // The same numbers each time (Lehmer's generator, modulus 2^31 - 1).
  let state = 20271231;
  const next = (below: number) => {
    state = (state * 48_271) % 2_147_483_647;
    return state % below;
  };
  const sample = sampleImport("many");
  const plan = sample.plan as { courses: object[] };
  const enrollments = Array.from({ length: PEOPLE }, (_, i) => ({
    id: `e${String(i).padStart(4, "0")}`,
    course: "c",
    timeZone: ZONES[i % ZONES.length],
    enrolledAt: formatInstant((Date.UTC(2027, 0, 1) + next(300 * 24 * 60) * 60_000) as Instant),
    validity: [{ from: "enrolled", add: `P${next(12) + 1}M`, edge: "end" }],
  }));
  school = await importSchool(
    test_.db,
    {
      plan: {
        ...plan,
        courses: [
          {
            id: "c",
            title: "A gate a week",
            clock: "enrollee",
            // At no hour at which any of these clocks changes: there PostgreSQL takes the second of two (calculations.md 1).
            releaseHour: "07:00",
            modules: DAYS.map((days) => ({
              id: `m${days}`,
              title: `After ${days}`,
              gate: { need: "all", when: [{ from: "enrolled", add: `P${days}D` }] },
              lessons: [],
            })),
          },
        ],
        cohorts: [],
        enrollments,
      },
      extras: {
        school: { slug: "many", name: "Many" },
        cohorts: {},
        reasons: {},
        people: enrollments.map(({ id }) => ({
          id: `p-${id}`,
          name: id,
          email: `${id}@example.org`,
          enrollments: [id],
        })),
      },
      texts: {},
    } as never,
    now,
  );
});
afterAll(() => test_.close());

/** All openings and closings that are kept, as one text. */
const kept = async () => {
  const rows = await test_.db.readSchool(school, (tx) =>
    tx
      .selectFrom("opening")
      .select(["enrollment_id", "item_id", "opens", "closes"])
      .orderBy("enrollment_id")
      .orderBy("item_id")
      .execute(),
  );
  return rows.map(
    ({ enrollment_id, item_id, opens, closes }) => `${enrollment_id} ${item_id} ${opens} ${closes}`,
  );
};

test("the dates of a thousand people in eight zones are those of PostgreSQL's `timestamptz + interval`", async () => {
  // Source: PostgreSQL 9.9, Date/Time Functions: AT TIME ZONE, interval addition clamps to the month's last day.
  const { rows } = await test_.db.readSchool(school, (tx) =>
    sql<{ off: number; seen: number }>`
      with person as (
        select enrollment_id, at as enrolled, at at time zone (data->>'timeZone') as local,
          data->>'timeZone' as zone
        from enrollment_event where kind = 'enrolled'
      ), given as (
        select e.enrollment_id, e.data->'validity'->0->>'add' as add
        from enrollment_event e where kind = 'validity-given'
      ), expected as (
        select p.enrollment_id, 'm' || d as item_id,
          greatest(p.enrolled, (p.local::date + d + time '07:00') at time zone p.zone) as opens,
          ((p.local::date + g.add::interval)::date + 1)::timestamp at time zone p.zone as closes
        from person p join given g using (enrollment_id)
        cross join unnest(${DAYS}::integer[]) as d
      )
      select count(*)::integer as seen,
        count(*) filter (where (o.opens, o.closes) is distinct from (x.opens, x.closes))::integer as off
      from expected x left join opening o using (enrollment_id, item_id)
    `.execute(tx),
  );
  expect(rows).toEqual([{ seen: PEOPLE * DAYS.length, off: 0 }]);
});

test("a job that is stopped in the middle leaves what is done, and the next one ends where it would have", async () => {
  const whole = await kept();
  await test_.db.withSchool(school, async (tx) => {
    await tx.deleteFrom("opening").execute();
    await unproject(tx, "c");
  });
  // Stopped after some people: the rest are those whose openings do not hold.
  await test_.db.withSchool(school, async (tx) => {
    await sql`update enrollment set projected_version = 1 where id >= 'e0300'`.execute(tx);
  });
  await projectCourse(test_.db, school, "c", now);
  expect(await kept()).toEqual(whole.filter((row) => row < "e0300"));
  await test_.db.withSchool(school, (tx) => unproject(tx, "c"));
  await projectCourse(test_.db, school, "c", now);
  expect(await kept()).toEqual(whole);
});

test("two servers at once part the people between them; nobody is worked out twice", async () => {
  await test_.db.withSchool(school, (tx) => unproject(tx, "c"));
  let first: string[] = [];
  const second = await test_.db.withSchool(school, async (tx) => {
    first = (await readLot(tx, "c", { after: "e0499", unprojectedAt: formatInstant(now) })).map(
      ({ id }) => id,
    );
    return test_.db.withSchool(school, async (other) =>
      (await readLot(other, "c", { after: "", unprojectedAt: formatInstant(now) })).map(
        ({ id }) => id,
      ),
    );
  });
  expect([first.length, second.length]).toEqual([500, 500]);
  expect(new Set([...first, ...second]).size).toBe(PEOPLE);
  await projectCourse(test_.db, school, "c", now);
});

test("only rows that differ are written", async () => {
  const versions = async () => {
    const { rows } = await test_.db.readSchool(school, (tx) =>
      sql<{ written: string }>`select xmin::text as written from opening`.execute(tx),
    );
    return new Set(rows.map(({ written }) => written)).size;
  };
  await test_.db.withSchool(school, async (tx) => {
    await sql`update opening set opens = opens + interval '1 day'
      where item_id = 'm7' and enrollment_id < 'e0010'`.execute(tx);
    await unproject(tx, "c");
  });
  const before = await versions();
  await projectCourse(test_.db, school, "c", now);
  // The ten rows that were off are of a transaction of their own again; no other row is newer than it was.
  expect((await versions()) - before).toBeLessThanOrEqual(1);
  const { rows } = await test_.db.readSchool(school, (tx) =>
    sql<{ count: number }>`select count(*)::integer as count from opening
      where xmin::text = (select xmin::text from opening where item_id = 'm7' and enrollment_id = 'e0000')`.execute(
      tx,
    ),
  );
  expect(rows).toEqual([{ count: 10 }]);
});

test("what a version has no more goes from what is kept, and nothing else does", async () => {
  const whole = await kept();
  await test_.db.withSchool(school, async (tx) => {
    const { row, draft } = await existing(tx, "c");
    expect(row.current_version).toBe(1);
    const modules = draft.modules.filter(({ id }) => id !== "m180");
    await saveDraft(tx, school, draft, { ...draft, modules });
    await publish(tx, school, "c", { note: "", now: null });
  });
  await projectCourse(test_.db, school, "c", now);
  expect(await kept()).toEqual(whole.filter((row) => !row.includes(" m180 ")));
});
