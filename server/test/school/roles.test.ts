/**
 * Who may do what, by the authorization chapter of OWASP ASVS (numbers of 4.0.3, from memory): 4.1.1 the server
 * enforces it on every route, 4.1.3 each role has what it needs and no more, 4.1.5 it fails closed (no role, no
 * answer), 4.2.1 identifiers of others' records lead nowhere, 4.2.2 a form of another site is refused.
 */
import type { Course } from "@dawngate/contract/courses";
import { type Role, rolesWith, STAFF_ROLES, type StaffRole } from "@dawngate/contract/permissions";
import type { Roster, RosterTotals } from "@dawngate/contract/roster";
import type { Everybody } from "@dawngate/contract/schedule";
import { importSchool } from "../../src/import/import";
import { insertMember, replaceCohorts } from "../../src/school/staff-store";
import { linkPerson } from "../../src/school/store";
import { type TestApp, testApp } from "../helpers/app";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { instant, sampleImport } from "../helpers/sample";
import { ROUTES } from "./routes-of-a-school";
import { act } from "./routes-of-courses";

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
