/**
 * Who may do what, by the authorization chapter of OWASP ASVS (numbers of 4.0.3, from memory): 4.1.1 the server
 * enforces it on every route, 4.1.3 each role has what it needs and no more, 4.1.5 it fails closed (no role, no
 * answer), 4.2.1 identifiers of others' records lead nowhere, 4.2.2 a form of another site is refused.
 */
import type { Course } from "@dawngate/contract/courses";
import {
  type Permission,
  type Role,
  rolesWith,
  STAFF_ROLES,
  type StaffRole,
} from "@dawngate/contract/permissions";
import type { Roster, RosterTotals } from "@dawngate/contract/roster";
import type { Everybody } from "@dawngate/contract/schedule";
import { importSchool } from "../../src/import/import";
import { insertMember, replaceCohorts } from "../../src/school/staff-store";
import { linkPerson } from "../../src/school/store";
import { type TestApp, testApp } from "../helpers/app";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { instant, sampleImport } from "../helpers/sample";

const now = instant("2027-03-10T12:00:00Z");
let test_: TestDatabase;
let app: TestApp;

/** Somebody of each role in the school "one"; the stranger owns another school. */
const WHO: Record<Role | "stranger", string | null> = {
  owner: "owner@example.org",
  manager: "manager@example.org",
  author: "author@example.org",
  instructor: "teacher@example.org",
  reviewer: "reviewer@example.org",
  enrollee: "ana@example.org",
  visitor: "visitor@example.org",
  nobody: null,
  stranger: "stranger@example.org",
};

beforeAll(async () => {
  test_ = await testDatabase();
  const member = (email: string, role: StaffRole) => ({
    user_id: `account-${email}`,
    role,
    name: email,
    email,
  });
  const one = await importSchool(test_.db, sampleImport("one"), now);
  await test_.db.withSchool(one, async (tx) => {
    for (const role of STAFF_ROLES) await insertMember(tx, one, member(WHO[role] as string, role));
    await replaceCohorts(tx, one, "account-teacher@example.org", ["k"]);
    await linkPerson(tx, "account-ana@example.org", "ana@example.org");
  });
  const two = await importSchool(test_.db, sampleImport("two"), now);
  await test_.db.withSchool(two, (tx) =>
    insertMember(tx, two, member("stranger@example.org", "owner")),
  );
  app = testApp(test_.db, () => now);
});
afterAll(() => test_.close());

const edit = {
  base: 0,
  clientId: "client-1",
  operations: [{ number: 1, operation: { type: "set-course", set: { title: "X" } } }],
};
const cohort = {
  name: "C",
  window: null,
  starts: "2027-06-01",
  ends: "2027-07-01",
  grace: 0,
  seats: null,
};
const act = {
  enrollments: ["e2"],
  key: "12345678",
  act: { type: "paused", reason: "r" },
};
const UUID = "00000000-0000-4000-8000-000000000000";
/** Each route of a school, and the permission that lets one pass its guard. */
const ROUTES: [string, string, unknown, Permission][] = [
  ["GET", "/schools/one", undefined, "school.see"],
  ["PATCH", "/schools/one", { contact: "x@example.org" }, "school.change"],
  ["POST", "/schools/one/calendar-file", new Uint8Array(), "school.change"],
  ["GET", "/schools/one/members", undefined, "staff.see"],
  ["POST", "/schools/one/members", { email: "new@example.org" }, "staff.change"],
  [
    "PUT",
    "/schools/one/members/account-teacher@example.org/cohorts",
    { cohorts: ["k"] },
    "staff.lead",
  ],
  ["POST", "/schools/one/document-text", new Uint8Array(), "courses.edit"],
  ["GET", "/schools/one/courses", undefined, "courses.read"],
  ["POST", "/schools/one/courses", { title: "New" }, "courses.make"],
  ["GET", "/schools/one/courses/c", undefined, "courses.read"],
  ["PATCH", "/schools/one/courses/c", { group: "Bread" }, "courses.make"],
  ["GET", "/schools/one/courses/c/cover", undefined, "courses.read"],
  ["PUT", "/schools/one/courses/c/cover", new Uint8Array(), "courses.edit"],
  ["PATCH", "/schools/one/courses/c/cover", { x: 0, y: 0 }, "courses.edit"],
  ["DELETE", "/schools/one/courses/c/cover", undefined, "courses.edit"],
  ["GET", "/schools/one/courses/c/lessons/l1", undefined, "courses.read"],
  ["GET", "/schools/one/courses/c/draft", undefined, "courses.read"],
  ["POST", "/schools/one/courses/c/draft", edit, "courses.edit"],
  ["GET", "/schools/one/courses/c/draft/operations?base=0", undefined, "courses.read"],
  ["GET", "/schools/one/courses/c/draft/texts", undefined, "courses.edit"],
  ["GET", "/schools/one/courses/c/draft/changes", undefined, "courses.read"],
  [
    "PUT",
    "/schools/one/courses/c/draft/lessons/l1/part",
    { part: null, materials: [], partRevision: 0 },
    "courses.edit",
  ],
  ["GET", "/schools/one/courses/c/draft/lessons/l1/revisions", undefined, "courses.edit"],
  ["GET", "/schools/one/courses/c/draft/lessons/l1/revisions/1", undefined, "courses.edit"],
  ["GET", "/schools/one/library", undefined, "courses.read"],
  ["POST", "/schools/one/library", {}, "courses.edit"],
  ["PUT", "/schools/one/library/x", {}, "courses.edit"],
  ["DELETE", "/schools/one/library/x", undefined, "courses.edit"],
  ["POST", "/schools/one/files", { upload: "0".repeat(32), name: "a.txt" }, "courses.edit"],
  [
    "GET",
    `/schools/one/files/${"0".repeat(64)}?for=anybody&until=1&sign=x`,
    undefined,
    "school.see",
  ],
  ["GET", "/schools/one/courses/c/questions", undefined, "questions.answer"],
  ["POST", "/schools/one/courses/c/questions/x/answers", {}, "questions.answer"],
  ["PATCH", "/schools/one/courses/c/questions/x", {}, "questions.answer"],
  ["PUT", "/schools/one/shelf/e1/lessons/l1/seen", { stretches: [], position: 0 }, "self.learn"],
  ["GET", "/schools/one/shelf/e1/lessons/l1/notes", undefined, "self.learn"],
  ["POST", "/schools/one/shelf/e1/lessons/l1/notes", {}, "self.learn"],
  ["PUT", "/schools/one/shelf/e1/lessons/l1/notes/n", {}, "self.learn"],
  ["DELETE", "/schools/one/shelf/e1/lessons/l1/notes/n", undefined, "self.learn"],
  ["GET", "/schools/one/shelf/e1/lessons/l1/questions", undefined, "self.learn"],
  ["POST", "/schools/one/shelf/e1/lessons/l1/questions", {}, "self.learn"],
  ["POST", "/schools/one/shelf/e1/lessons/l1/questions/q/answers", {}, "self.learn"],
  ["GET", "/schools/one/courses/c/cover/0123456789abcdef", undefined, "school.see"],
  ["POST", "/schools/one/courses/c/draft/lessons/l1/sharing", { course: "c" }, "courses.edit"],
  ["PUT", "/schools/one/courses/c/description", { description: "d" }, "courses.edit"],
  ["GET", "/schools/one/courses/c/ripple", undefined, "courses.publish"],
  ["GET", "/schools/one/courses/c/ripple/people", undefined, "courses.publish"],
  ["POST", "/schools/one/ripple/people", { timeZone: "Asia/Tokyo" }, "school.change"],
  [
    "POST",
    "/schools/one/courses/c/cohorts/k/ripple/people",
    { item: "m2", gate: null },
    "cohorts.change",
  ],
  ["POST", "/schools/one/ripple", { timeZone: "Asia/Tokyo" }, "school.change"],
  ["POST", "/schools/one/courses/c/cohorts/k/ripple", { item: "m2", gate: null }, "cohorts.change"],
  ["GET", "/schools/one/courses/c/enrollments/e1/ripple", undefined, "courses.publish"],
  ["GET", "/schools/one/courses/c/enrollments/e1/plan", undefined, "people.see"],
  ["GET", "/schools/one/self", undefined, "self.learn"],
  [
    "PUT",
    "/schools/one/self/zone",
    { timeZone: "Asia/Tokyo", key: "only-looking", look: true },
    "self.learn",
  ],
  ["GET", "/schools/one/catalog", undefined, "school.see"],
  ["GET", "/schools/one/orders/o-1/receipt", undefined, "school.see"],
  ["GET", "/schools/one/courses/c/versions", undefined, "courses.publish"],
  ["GET", "/schools/one/courses/c/versions/1", undefined, "courses.publish"],
  ["POST", "/schools/one/courses/c/versions", undefined, "courses.publish"],
  ["GET", "/schools/one/courses/c/draft/lessons/l1", undefined, "courses.read"],
  [
    "PUT",
    "/schools/one/courses/c/draft/lessons/l1",
    { text: "Flour **and** water.", revision: 1 },
    "courses.edit",
  ],
  ["GET", "/schools/one/courses/c/timeline?enrollment=e2", undefined, "courses.read"],
  ["GET", "/schools/one/courses/c/everybody", undefined, "people.see"],
  ["GET", "/schools/one/courses/c/people", undefined, "people.see"],
  ["GET", "/schools/one/courses/c/people/totals", undefined, "people.see"],
  ["GET", "/schools/one/courses/c/enrollments/e2", undefined, "people.see"],
  ["POST", "/schools/one/courses/c/cohorts", cohort, "cohorts.change"],
  [
    "PUT",
    "/schools/one/courses/c/cohorts/k",
    { ...cohort, name: "Spring", seats: 12 },
    "cohorts.change",
  ],
  ["PUT", "/schools/one/courses/c/cohorts/k/gates", { item: "m2", gate: null }, "cohorts.change"],
  [
    "POST",
    "/schools/one/courses/c/enrollments",
    { name: "N", email: "n1@example.org", timeZone: "UTC", cohort: "k" },
    "people.enroll",
  ],
  ["GET", "/schools/one/courses/c/enrollments/e2/events", undefined, "people.see"],
  ["POST", "/schools/one/courses/c/acts", act, "people.act"],
  ["POST", "/schools/one/courses/c/enrollments/e2/why", { item: "m2" }, "people.act"],
  ["GET", "/schools/one/catalog/c", undefined, "school.see"],
  ["POST", "/schools/one/catalog/c", { cohort: "k", timeZone: "UTC" }, "self.learn"],
  ["GET", "/schools/one/catalog/c/preview?timeZone=UTC", undefined, "school.see"],
  ["GET", "/schools/one/catalog/c/samples/l3", undefined, "school.see"],
  ["GET", "/schools/one/today", undefined, "courses.read"],
  ["GET", "/schools/one/found?find=one", undefined, "courses.read"],
  ["GET", "/schools/one/dates", undefined, "self.learn"],
  ["GET", "/schools/one/dates/file", undefined, "self.learn"],
  ["GET", "/schools/one/dates/feed", undefined, "self.learn"],
  ["POST", "/schools/one/dates/feed", undefined, "self.learn"],
  ["DELETE", "/schools/one/dates/feed", undefined, "self.learn"],
  ["GET", "/schools/one/calendar/no-such-secret-address", undefined, "school.see"],
  ["GET", "/schools/one/shelf", undefined, "self.learn"],
  ["GET", "/schools/one/shelf/e1", undefined, "self.learn"],
  ["POST", "/schools/one/shelf/e1/lessons/l1", undefined, "self.learn"],
  ["PUT", "/schools/one/shelf/e1/lessons/l1", { done: true, key: "12345678" }, "self.learn"],
  ["POST", "/schools/one/handover", { to: "account-nobody" }, "staff.change"],
  ["PUT", "/schools/one/handover", { take: false }, "courses.read"],
  ["DELETE", "/schools/one/handover", undefined, "staff.change"],
  ["DELETE", `/schools/one/invitations/${UUID}`, undefined, "staff.change"],
  ["PATCH", "/schools/one/members/account-nobody", { role: "reviewer" }, "staff.change"],
  ["DELETE", "/schools/one/members/account-nobody", undefined, "staff.change"],
  ["GET", "/schools/one/changes", undefined, "record.read"],
  ["GET", "/schools/one/changes/state", undefined, "record.read"],
  ["GET", "/schools/one/changes/file", undefined, "record.read"],
  ["GET", "/schools/one/data", undefined, "school.take"],
  ["GET", "/schools/one/failed-work", undefined, "jobs.see"],
  ["POST", `/schools/one/failed-work/${UUID}`, undefined, "jobs.see"],
  ["GET", "/schools/one/listings", undefined, "sales.see"],
  ["POST", "/schools/one/listings", { title: "L", courses: ["c"] }, "sales.change"],
  ["GET", "/schools/one/listings/l", undefined, "sales.see"],
  [
    "PUT",
    "/schools/one/listings/l",
    { number: 1, offer: { title: "L", courses: [] } },
    "sales.change",
  ],
  ["GET", "/schools/one/offers/l", undefined, "school.see"],
  [
    "POST",
    "/schools/one/offers/l/orders",
    {
      key: "12345678",
      option: "once",
      seen: { total: 1, dueNow: 1 },
      name: "N",
      email: "n@example.org",
      timeZone: "Europe/Lisbon",
    },
    "school.see",
  ],
  ["GET", "/schools/one/orders/o/own?secret=s", undefined, "school.see"],
  [
    "POST",
    "/schools/one/orders/o/seats",
    { secret: "s", people: [{ name: "A", email: "a@example.org" }] },
    "school.see",
  ],
  ["POST", "/schools/one/orders/o/seats/1/back", { secret: "s" }, "school.see"],
  ["GET", "/schools/one/income", undefined, "sales.see"],
  ["GET", "/schools/one/orders", undefined, "sales.see"],
  ["GET", "/schools/one/orders/o", undefined, "sales.see"],
  ["GET", "/schools/one/people", undefined, "people.see"],
  ["GET", "/schools/one/people/ana", undefined, "people.see"],
  ["GET", "/schools/one/people/ana/data", undefined, "people.take"],
  ["POST", "/schools/one/people/nobody/forgetting", { reason: "r" }, "people.take"],
  ["POST", "/schools/one/deletion", { slug: "not-this" }, "school.take"],
  ["DELETE", "/schools/one/deletion", undefined, "school.take"],
  ["GET", "/schools/one/orders/o/refund", undefined, "sales.see"],
  [
    "POST",
    "/schools/one/orders/o/refunds",
    { key: "a-press-of-it", seen: { amount: 1, off: 0 } },
    "sales.refund",
  ],
  ["POST", "/schools/one/orders/o/excess", { charge: "c" }, "sales.refund"],
  ["POST", "/schools/one/orders/o/withdrawal", { seen: { amount: 1, off: 0 } }, "school.see"],
  ["GET", "/schools/one/own-orders", undefined, "self.learn"],
  ["POST", "/schools/one/orders/o/open-part", {}, "school.see"],
  ["POST", "/schools/one/orders/o/cancelled", {}, "school.see"],
  ["POST", "/schools/one/orders/o/cancel-taken-back", {}, "school.see"],
  ["GET", "/schools/one/pages/l", undefined, "school.see"],
  ["GET", "/schools/one/listings/l/page", undefined, "sales.see"],
  ["PUT", "/schools/one/listings/l/page", { number: 0, blocks: [] }, "sales.change"],
  ["GET", "/schools/one/courses/c/page", undefined, "courses.read"],
  ["PUT", "/schools/one/courses/c/page", { number: 9, blocks: [] }, "courses.edit"],
  ["GET", "/schools/one/courses/c/announcements", undefined, "self.learn"],
  ["POST", "/schools/one/courses/c/announcements", { title: "t", text: "" }, "courses.edit"],
  ["PUT", "/schools/one/courses/c/announcements/a", { title: "t", text: "" }, "courses.edit"],
  ["DELETE", "/schools/one/courses/c/announcements/a", undefined, "courses.edit"],
  ["GET", "/schools/one/notices/settings", undefined, "notices.see"],
  [
    "PUT",
    "/schools/one/notices/settings",
    { number: 9, hour: "09:00", quiet: null, kinds: {} },
    "notices.change",
  ],
  ["GET", "/schools/one/notices/texts/welcome", undefined, "notices.see"],
  ["PUT", "/schools/one/notices/texts/welcome", { words: null }, "notices.change"],
  [
    "POST",
    "/schools/one/notices/texts/welcome/trial",
    { words: { subject: "s", text: "t" } },
    "notices.change",
  ],
  ["GET", "/schools/one/notices/ahead", undefined, "notices.see"],
  ["GET", "/schools/one/notices/sent", undefined, "notices.see"],
  ["GET", "/schools/one/notices/sent/1", undefined, "notices.see"],
  ["POST", "/schools/one/notices/sent/1/again", undefined, "notices.change"],
  ["GET", "/schools/one/courses/c/notices?day=2027-03-05", undefined, "notices.see"],
  ["GET", "/schools/one/people/ana/notices", undefined, "notices.see"],
  ["GET", "/schools/one/notices/wrong", undefined, "notices.see"],
  ["POST", "/schools/one/notices/wrong/corrections", undefined, "notices.change"],
  ["GET", "/schools/one/self/notices", undefined, "self.learn"],
  ["PUT", "/schools/one/self/notices", { off: [], courses: [] }, "self.learn"],
  ["GET", `/schools/one/told/${UUID}`, undefined, "school.see"],
  ["PUT", `/schools/one/told/${UUID}`, { off: [], courses: [] }, "school.see"],
  ["POST", `/schools/one/told/${UUID}/off?kind=opened`, undefined, "school.see"],
  ["GET", "/schools/one/courses/c/remarks", undefined, "courses.read"],
  ["POST", "/schools/one/courses/c/remarks", { item: null, text: "t" }, "remarks.write"],
  ["PATCH", `/schools/one/courses/c/remarks/${UUID}`, { settled: true }, "remarks.write"],
];

describe("each role on each route", () => {
  test("no route of a school is missing from this table", async () => {
    const { paths } = (await (await app.ask(null, "GET", "/openapi.json")).json()) as {
      paths: Record<string, Record<string, { "x-permission"?: string }>>;
    };
    const served = Object.entries(paths)
      .filter(([path]) => path.startsWith("/schools/{"))
      .flatMap(([path, methods]) =>
        Object.keys(methods).map((method) => `${method.toUpperCase()} ${path}`),
      );
    // Each by its name: a route that is missing here is named, and so is one that is no longer served.
    const template = ([method, path]: [string, string, ...unknown[]]) =>
      served.find((one) => {
        const [verb, pattern = ""] = one.split(" ");
        const like = pattern.replaceAll(/\{[^}]+\}/g, "[^/?]+");
        return verb === method && new RegExp(`^${like}$`).test(path.split("?")[0] ?? "");
      });
    expect(ROUTES.map(template)).not.toContain(undefined);
    expect(ROUTES.map(template).sort()).toEqual(served.sort());
    // And its description names the permission that its guard asks for.
    for (const route of ROUTES) {
      const [method = "", path = ""] = template(route)?.split(" ") ?? [];
      expect([path, paths[path]?.[method.toLowerCase()]?.["x-permission"]]).toEqual([
        path,
        route[3],
      ]);
    }
  });
  test.each(ROUTES)("%s %s", async (method, path, body, permission) => {
    const allowed = rolesWith(permission);
    for (const [role, who] of Object.entries(WHO)) {
      // A stranger is a visitor here, whatever they own elsewhere.
      const may = allowed.includes(role === "stranger" ? "visitor" : (role as Role));
      const response = await app.ask(who, method, path, body);
      const passed = response.status !== 401 && response.status !== 403;
      // A stream goes on until one hangs up.
      await response.body?.cancel();
      expect([role, passed]).toEqual([role, may]);
      if (!may) expect(response.status).toBe(role === "nobody" ? 401 : 403);
    }
  });
});

test("a form that another site sends for somebody is refused (ASVS 4.2.2)", async () => {
  const response = await app.ask(WHO.owner, "POST", "/schools/one/courses/c/versions", undefined, {
    origin: "https://elsewhere.example.org",
  });
  expect(response.status).toBe(403);
  expect(((await response.json()) as { detail: string }).detail).toMatch(/own page/);
});

describe("another school's identifiers lead nowhere", () => {
  test.each([
    ["GET", "/schools/two/courses/c/timeline?enrollment=e1"],
    ["GET", "/schools/two/members"],
    ["GET", "/schools/two/courses/c/draft"],
  ])("%s %s is refused to the owner of another school", async (method, path) => {
    expect((await app.ask(WHO.owner, method, path)).status).toBe(403);
  });
  test("somebody else's enrollment is not on one's shelf, and does not betray that it exists", async () => {
    const theirs = await app.ask(WHO.enrollee, "GET", "/schools/one/shelf/e2");
    const nothing = await app.ask(WHO.enrollee, "GET", "/schools/one/shelf/no-such");
    expect([theirs.status, nothing.status]).toEqual([404, 404]);
    const said = async (answer: Response) => {
      const { request: _number, ...rest } = (await answer.json()) as Record<string, unknown>;
      return rest;
    };
    expect(await said(theirs)).toEqual(await said(nothing));
  });
  test("an instructor sees the people of their cohorts and no others", async () => {
    const path = "/schools/one/courses/c";
    const seen = async <T>(what: string) =>
      (await (await app.ask(WHO.instructor, "GET", `${path}${what}`)).json()) as T;
    const { people } = await seen<Roster>("/people");
    expect(new Set(people.map((person) => person.cohort))).toEqual(new Set(["k"]));
    expect((await seen<RosterTotals>("/people/totals")).all).toBe(people.length);
    expect((await seen<Course>("")).people).toBe(people.length);
    expect((await seen<RosterTotals>("/people/totals?find=ana")).all).toBe(
      people.filter(({ name }) => /ana/i.test(name)).length,
    );
    const everybody = await seen<Everybody>("/everybody");
    expect(everybody.people + everybody.shut).toBe(people.length);
    expect((await app.ask(WHO.instructor, "GET", `${path}/enrollments/e1`)).status).toBe(404);
    expect((await app.ask(WHO.instructor, "GET", `${path}/timeline?enrollment=e1`)).status).toBe(
      404,
    );
    expect((await app.ask(WHO.instructor, "GET", `${path}/enrollments/e1/events`)).status).toBe(
      404,
    );
    const other = { ...act, enrollments: ["e2", "e1"], key: "another-key" };
    expect((await app.ask(WHO.instructor, "POST", `${path}/acts`, other)).status).toBe(404);
    const away = { ...act, act: { type: "moved", cohort: null, reason: "r" }, key: "another-key" };
    expect((await app.ask(WHO.instructor, "POST", `${path}/acts`, away)).status).toBe(404);
    const person = { name: "N", email: "n2@example.org", timeZone: "UTC", cohort: null };
    expect((await app.ask(WHO.instructor, "POST", `${path}/enrollments`, person)).status).toBe(422);
  });
});
