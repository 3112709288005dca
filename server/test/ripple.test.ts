import type { Problem, RippleAnswer, TimelineAnswer } from "@dawngate/contract";
import { importSchool } from "../src/school/import";
import { insertMember } from "../src/school/store";
import { type TestApp, testApp } from "./helpers/app";
import { type TestDatabase, testDatabase } from "./helpers/database";
import { instant, sampleImport } from "./helpers/sample";

const now = instant("2027-03-10T12:00:00Z");
const OWNER = "owner@example.org";
const C = "/schools/one/courses/c";
let test_: TestDatabase;
let app: TestApp;
beforeEach(async () => {
  test_ = await testDatabase();
  const school = await importSchool(test_.db, sampleImport("one"), now);
  const member = { user_id: `account-${OWNER}`, role: "owner" as const, name: "o", email: OWNER };
  await test_.db.withSchool(school, (tx) => insertMember(tx, school, member));
  app = testApp(test_.db, () => now);
});
afterEach(() => test_.close());

const ask = async <T>(method: string, path: string, body?: unknown, status = 200): Promise<T> => {
  const response = await app.ask(OWNER, method, path, body);
  const text = await response.text();
  if (response.status !== status) throw new Error(`${response.status}: ${text}`);
  return JSON.parse(text) as T;
};
let number = 0;
const set = (operation: object) =>
  ask("POST", `${C}/draft`, {
    base: 0,
    clientId: "client-ripple",
    operations: [{ number: ++number, operation }],
  });
const later = (days: number) =>
  set({
    type: "set-module",
    item: "m1",
    set: { gate: { need: "all", when: [{ from: "enrolled", add: `P${days}D` }] } },
  });
const opens = async (enrollment: string) =>
  (await ask<TimelineAnswer>("GET", `${C}/timeline?enrollment=${enrollment}`)).items.find(
    ({ id }) => id === "m1",
  )?.opens;

test("says by name who loses what they could open, before anything is saved", async () => {
  expect((await ask<RippleAnswer>("GET", `${C}/ripple`)).totals).toMatchObject({
    touched: 0,
    loses: 0,
  });
  const before = await opens("e1");
  await later(300);
  const found = await ask<RippleAnswer>("GET", `${C}/ripple`);
  expect(found.totals.loses).toBeGreaterThan(0);
  expect(found.people[0]).toMatchObject({ loses: expect.arrayContaining(["m1"]) });
  expect(found.people[0]?.name).not.toBe(found.people[0]?.enrollment);
  expect(found.people[0]?.moves[0]).toMatchObject({ item: "m1", what: "opens", before });
  expect(await opens("e1")).toBe(before);
});

test("published for everybody, the dates are those it named; for new enrollments only, people keep theirs", async () => {
  const before = await opens("e1");
  await later(300);
  await ask("POST", `${C}/versions?people=new-only&over=1`);
  expect(await opens("e1")).toBe(before);
  const fresh = await ask<TimelineAnswer>("GET", `${C}/timeline?day=2027-03-10&cohort=k`);
  expect(fresh.version).toBe(2);
  // Who holds an older version is not touched by the next one either.
  await later(10);
  expect((await ask<RippleAnswer>("GET", `${C}/ripple`)).totals).toMatchObject({
    people: 0,
    touched: 0,
  });
});

test("for everybody", async () => {
  await later(300);
  const { people } = await ask<RippleAnswer>("GET", `${C}/ripple`);
  const named = people
    .find(({ enrollment }) => enrollment === "e1")
    ?.moves.find(({ item }) => item === "m1")?.after;
  await ask("POST", `${C}/versions?people=everybody&over=1`);
  expect(await opens("e1")).toBe(named);
});

test("who looked at the ripple over a version that is not in force any more is told so, and nothing is published", async () => {
  await later(300);
  await ask("POST", `${C}/versions?over=1`);
  await later(20);
  const { detail } = await ask<Problem>("POST", `${C}/versions?over=1`, undefined, 409);
  expect(detail).toBe(
    "Somebody published version 2 meanwhile. Look again at what yours would do now.",
  );
  expect((await ask<RippleAnswer>("GET", `${C}/ripple`)).version).toBe(2);
});
