import { join } from "node:path";
import { type Plan, parsePlan } from "@dawngate/core/plan";
import { timelines } from "@dawngate/core/schedule";
import { DAY, formatInstant, type Instant, parseInstant } from "@dawngate/core/time";
import { loadDemo, readDemo } from "../../src/import/demo";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { instant } from "../helpers/sample";

const folder = join(__dirname, "../../../demo");
const days = [
  "2026-11-25T09:00:00Z",
  "2027-01-03T23:59:00Z",
  "2027-07-14T04:00:00Z",
  "2028-02-29T12:00:00Z",
];
const at = (text: string) => {
  const parsed = parseInstant(text);
  return parsed.ok ? parsed.value : (0 as Instant);
};
const planOn = (day: string): Plan => {
  const parsed = parsePlan(readDemo(folder, instant(day)).plan);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults));
  return parsed.plan;
};

describe.each(days)("the demo, loaded on %s, is in the middle of things", (day) => {
  const plan = planOn(day);
  const today = day.slice(0, 10);
  test("one cohort runs, and one can be joined today", () => {
    const running = plan.cohorts.filter(({ starts, ends }) => starts <= today && today <= ends);
    const open = plan.cohorts.filter(
      ({ window }) => window && window.opens <= today && today <= window.closes,
    );
    expect([running.length, open.length]).toEqual([1, 1]);
  });
  test("nobody has done anything in the future, or finished what was not open", () => {
    const now = instant(day);
    const lines = timelines(plan, now);
    plan.enrollments.forEach((enrollment, i) => {
      expect(at(enrollment.enrolledAt)).toBeLessThanOrEqual(now);
      for (const event of enrollment.events) {
        expect(at(event.at)).toBeLessThanOrEqual(now);
        if (event.type !== "completed" && event.type !== "passed") continue;
        const item = lines[i]?.items.find(({ id }) => id === event.item);
        // A clock change between the demo's own Monday and today may part an opening and a tick by its hour.
        expect(item?.opens ?? Number.POSITIVE_INFINITY).toBeLessThan(at(event.at) + DAY / 24 + 1);
      }
    });
  });
  test("every state is there to be seen, and pauses, early openings and extensions among the histories", () => {
    const lines = timelines(plan, instant(day));
    const states = new Set(lines.flatMap(({ items }) => items.map(({ state }) => state)));
    expect([...states].sort()).toEqual(["closed", "open", "scheduled", "waiting"]);
    const kinds = new Set(plan.enrollments.flatMap(({ events }) => events.map(({ type }) => type)));
    for (const kind of [
      "paused",
      "resumed",
      "opened-by-staff",
      "extended",
      "renewed",
      "suspended",
      "revoked",
      "signal",
    ])
      expect(kinds).toContain(kind);
  });
});

test("every lesson has a text, about forty people are in, in several zones", () => {
  const { plan, texts } = readDemo(folder, instant(days[0] as string));
  const { courses, enrollments } = plan as Plan;
  const lessons = courses.flatMap((course) =>
    course.modules.flatMap((module) => module.lessons.map(({ id }) => `${course.id}/${id}`)),
  );
  expect(Object.keys(texts).sort()).toEqual([...lessons].sort());
  for (const text of Object.values(texts)) expect(text.split(/\s+/).length).toBeGreaterThan(20);
  expect(enrollments.length).toBeGreaterThanOrEqual(40);
  expect(new Set(enrollments.map(({ timeZone }) => timeZone)).size).toBeGreaterThan(12);
});

describe("in the database", () => {
  let test_: TestDatabase;
  beforeAll(async () => {
    test_ = await testDatabase();
  });
  afterAll(() => test_.close());
  const account = async (email: string) => `account-${email}`;
  test("it is loaded once, and kept the second time", async () => {
    const now = instant(days[0] as string);
    expect(await loadDemo(test_.db, folder, now, account)).toMatchObject({
      slug: "ember-row",
      loaded: true,
    });
    expect(await loadDemo(test_.db, folder, (now + DAY) as Instant, account)).toMatchObject({
      loaded: false,
    });
    const school = await test_.db.findSchool("ember-row");
    if (!school) throw new Error();
    const rows = await test_.db.readSchool(school, (tx) =>
      tx.selectFrom("opening").select(["enrollment_id", "item_id", "opens", "closes"]).execute(),
    );
    const written = new Map(rows.map((row) => [`${row.enrollment_id}/${row.item_id}`, row]));
    const lines = timelines(planOn(days[0] as string), now);
    for (const { id, items } of lines)
      for (const item of items)
        expect(written.get(`${id}/${item.id}`)).toMatchObject({
          opens: item.opens === null ? null : formatInstant(item.opens),
          closes: item.closes === null ? null : formatInstant(item.closes),
        });
    expect(rows).toHaveLength(lines.reduce((sum, { items }) => sum + items.length, 0));
  });
});
