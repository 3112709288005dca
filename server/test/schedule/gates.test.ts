import type { Course, Draft } from "@dawngate/contract/courses";
import type { Problem } from "@dawngate/contract/problem";
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { importSchool } from "../../src/import/import";
import { insertMember } from "../../src/school/staff-store";
import { type TestApp, testApp } from "../helpers/app";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { instant, sampleImport } from "../helpers/sample";

const now = instant("2027-03-10T12:00:00Z");
const OWNER = "owner@example.org";
let test_: TestDatabase;
let app: TestApp;
beforeAll(async () => {
  test_ = await testDatabase();
  const school = await importSchool(test_.db, sampleImport("one"), now);
  const member = { user_id: `account-${OWNER}`, role: "owner" as const, name: "o", email: OWNER };
  await test_.db.withSchool(school, (tx) => insertMember(tx, school, member));
  app = testApp(test_.db, () => now);
});
afterAll(() => test_.close());

const C = "/schools/one/courses/c";
const ask = async <T>(method: string, path: string, body?: unknown, status = 200): Promise<T> => {
  const response = await app.ask(OWNER, method, path, body);
  const text = await response.text();
  expect([response.status, text.slice(0, response.status === status ? 0 : 400)]).toEqual([
    status,
    "",
  ]);
  return JSON.parse(text) as T;
};

describe("a cohort's own gate", () => {
  const gate = { need: "all", when: [{ from: "cohort-start", add: "P3D" }] };
  const opens = async () => {
    const query = "day=2027-03-10&cohort=k";
    const { items } = await ask<TimelineAnswer>("GET", `${C}/timeline?${query}`);
    return items.find(({ id }) => id === "m2");
  };
  test("stands in for the course's, for its people at once, and is given up again", async () => {
    const before = await opens();
    await ask("PUT", `${C}/cohorts/k/gates`, { item: "m2", gate });
    const own = await opens();
    expect(own?.opens).not.toBe(before?.opens);
    expect(own?.why.find(({ kind }) => kind === "gate")).toMatchObject({ ofCohort: true });
    const { cohorts } = await ask<Course>("GET", C);
    expect(cohorts.find(({ id }) => id === "k")?.gates).toMatchObject({ m2: gate });
    await ask("PUT", `${C}/cohorts/k/gates`, { item: "m2", gate: null });
    expect((await opens())?.why.some(({ kind }) => kind === "gate")).toBe(false);
    await ask("PUT", `${C}/cohorts/k/gates`, { item: "m2" });
    const again = (await opens())?.why.find(({ kind }) => kind === "gate");
    expect(again).toMatchObject({ ofCohort: false });
  });
  test("that would wait for its own opening is refused, and nothing is written", async () => {
    const circle = { item: "m2", gate: { need: "all", when: [{ from: "opened", item: "m2" }] } };
    const { detail } = await ask<Problem>("PUT", `${C}/cohorts/k/gates`, circle, 422);
    expect(detail).toMatch(/circle/);
    expect((await ask<Course>("GET", C)).cohorts[0]?.gates).not.toHaveProperty("m2");
  });
  test("of a cohort that is not there, or off in itself, is refused", async () => {
    await ask("PUT", `${C}/cohorts/nothing/gates`, { item: "m2", gate }, 404);
    await ask("PUT", `${C}/cohorts/k/gates`, { item: "m2", gate: { need: "some", when: [] } }, 422);
  });
});

describe("publishing", () => {
  test("is stopped by what can never open, with its place, and not by what is only likely a mistake", async () => {
    const set = (number: number, gate: object | null) =>
      ask("POST", `${C}/draft`, {
        base: 0,
        clientId: "client-gates",
        operations: [{ number, operation: { type: "set-module", item: "m2", set: { gate } } }],
      });
    await set(1, { need: "all", when: [{ from: "completed", item: "m3" }] });
    const problem = await ask<Problem>("POST", `${C}/versions`, undefined, 422);
    expect(problem.errors).toEqual([
      {
        path: "m2",
        reason: "“Two” waits for “Hidden”, which is not published, so it never opens.",
      },
    ]);
    await set(2, { need: "all", when: [{ from: "enrolled", add: "P3000D" }] });
    await ask("POST", `${C}/versions`);
  });
  test("a snag that is meant so is kept by its name, once, until it is not meant any more", async () => {
    const meant = async () => (await ask<Draft>("GET", `${C}/draft`)).meant;
    await ask("PATCH", C, { meant: { key: "same-day/m2/x", so: true } });
    await ask("PATCH", C, { meant: { key: "same-day/m2/x", so: true } });
    await ask("PATCH", C, { meant: { key: "no-content/l1/y", so: true } });
    expect(await meant()).toEqual(["no-content/l1/y", "same-day/m2/x"]);
    await ask("PATCH", C, { meant: { key: "same-day/m2/x", so: false } });
    expect(await meant()).toEqual(["no-content/l1/y"]);
  });
});

describe("the why, sent", () => {
  test("reaches the person in the words that staff read, spoken to them, with the way in", async () => {
    await ask("POST", `${C}/enrollments/e1/why`, { item: "m2" });
    const mail = app.mails.at(-1);
    expect(mail?.to).toMatch(/@example\.org$/);
    expect(mail?.subject).toBe("Why “Two” opens when it does");
    expect(mail?.text).toMatch(/“Two”\. (Opens|No date yet)/);
    expect(mail?.text).toContain("/one/shelf/e1");
    expect(mail?.text).not.toMatch(/\b(they|their)\b/);
  });
  test("of something that is not in their course, or to nobody, is refused, and no mail goes out", async () => {
    const before = app.mails.length;
    await ask("POST", `${C}/enrollments/e1/why`, { item: "m3" }, 404);
    await ask("POST", `${C}/enrollments/nobody/why`, { item: "m2" }, 404);
    expect(app.mails).toHaveLength(before);
  });
});
