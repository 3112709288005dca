/** The staff (A3): roles and what they reach, inviting, changing, removing, handing the school over. */
import type { Course, CourseList, Draft } from "@dawngate/contract/courses";
import type { Invitation, School } from "@dawngate/contract/school";
import type { Members } from "@dawngate/contract/staff";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant, plainLesson } from "../helpers/sample";

const now = instant("2027-03-10T12:00:00Z");
let own: Owned;
const ID = (email: string) => `account-${email}`;
beforeAll(async () => {
  own = await ownedSchool(() => now);
});
afterAll(() => own.test_.close());

const as = async <T>(who: string, method: string, path: string, body?: unknown, status = 200) => {
  const response = await own.app.ask(who, method, path, body);
  const text = await response.text();
  expect([path, response.status, response.status === status ? "" : text]).toEqual([
    path,
    status,
    "",
  ]);
  return JSON.parse(text) as T;
};
const members = () => own.ask<Members>("GET", "/schools/one/members");
/** Somebody invited in a role, who takes the invitation. */
const join = async (email: string, role: string) => {
  await own.ask("POST", "/schools/one/members", { email, role });
  const token = /token=([\w-]+)/.exec(own.app.mails.at(-1)?.text ?? "")?.[1] ?? "";
  expect(await as<Invitation>(email, "GET", `/invitations/${token}`)).toMatchObject({
    email,
    role,
  });
  await as(email, "POST", "/invitations", { token });
  return email;
};

test("each role sees what it may, and is told so", async () => {
  for (const role of ["manager", "author", "instructor", "reviewer"]) {
    const email = await join(`${role}@example.org`, role);
    const school = await as<School>(email, "GET", "/schools/one");
    expect(school.role).toBe(role);
    expect(school.may).toContain("courses.read");
    expect(school.may).not.toContain("staff.change");
  }
  const may = async (role: string) =>
    (await as<School>(`${role}@example.org`, "GET", "/schools/one")).may;
  expect(await may("manager")).toEqual(expect.arrayContaining(["people.act", "cohorts.change"]));
  expect(await may("manager")).not.toContain("courses.edit");
  expect(await may("author")).toEqual(expect.arrayContaining(["courses.edit", "courses.publish"]));
  expect(await may("author")).not.toContain("people.see");
  expect(await may("reviewer")).toContain("remarks.write");
  expect(await may("reviewer")).not.toContain("courses.edit");
});

test("an author and a reviewer are not told who is in a course", async () => {
  for (const role of ["author", "reviewer"]) {
    const course = await as<Course>(`${role}@example.org`, "GET", "/schools/one/courses/c");
    expect(course.people).toBe(0);
    await as(`${role}@example.org`, "GET", "/schools/one/courses/c/people", undefined, 403);
    await as(
      `${role}@example.org`,
      "GET",
      "/schools/one/courses/c/timeline?enrollment=e1",
      undefined,
      404,
    );
  }
  const seen = await as<Course>("manager@example.org", "GET", "/schools/one/courses/c");
  expect(seen.people).toBe(2);
});

describe("an author who is invited to some courses", () => {
  const author = "author@example.org";
  let other = "";
  beforeAll(async () => {
    other = (await own.ask<{ id: string }>("POST", "/schools/one/courses", { title: "Not theirs" }))
      .id;
    await own.ask("PATCH", `/schools/one/members/${ID(author)}`, { courses: ["c"] });
  });
  test("finds those, and no others, in the list and by their address", async () => {
    const { courses } = await as<CourseList>(author, "GET", "/schools/one/courses");
    expect(courses.map(({ id }) => id)).toEqual(["c"]);
    await as(author, "GET", `/schools/one/courses/${other}/draft`, undefined, 404);
    await as(author, "PATCH", `/schools/one/courses/${other}`, { archived: true }, 404);
    await as(author, "POST", "/schools/one/courses", { title: "Copy", copyOf: other }, 404);
    await as(
      author,
      "POST",
      `/schools/one/courses/c/draft/lessons/l1/sharing`,
      { course: other },
      404,
    );
  });
  test("brings nothing over from another course's lessons", async () => {
    await own.ask("POST", `/schools/one/courses/${other}/draft`, {
      base: 0,
      clientId: "client-owner",
      operations: [
        { number: 1, operation: { type: "insert-module", module: module("secret"), after: null } },
        {
          number: 2,
          operation: {
            type: "insert-lesson",
            lesson: plainLesson("hidden"),
            module: "secret",
            after: null,
            text: "Nobody's business",
          },
        },
      ],
    });
    const { sequence } = await as<Draft>(author, "GET", "/schools/one/courses/c/draft");
    await as(author, "POST", "/schools/one/courses/c/draft", {
      base: sequence,
      clientId: "client-author",
      operations: [
        {
          number: 1,
          operation: {
            type: "insert-lesson",
            lesson: plainLesson("taken1"),
            module: "m1",
            after: null,
            copyOf: { course: other, lesson: "hidden" },
          },
        },
        {
          number: 2,
          operation: {
            type: "insert-lesson",
            lesson: plainLesson("taken2"),
            module: "m1",
            after: null,
            content: `${other}/hidden`,
          },
        },
      ],
    });
    for (const id of ["taken1", "taken2"]) {
      const found = await as<{ text: string }>(
        author,
        "GET",
        `/schools/one/courses/c/draft/lessons/${id}`,
      );
      expect(found.text).toBe("");
    }
  });
  test("is invited to what they make", async () => {
    const made = await as<{ id: string }>(author, "POST", "/schools/one/courses", {
      title: "Theirs",
    });
    await as(author, "GET", `/schools/one/courses/${made.id}/draft`);
  });
});

describe("staff are changed and removed", () => {
  test("another role holds from the next press on", async () => {
    const email = await join("climber@example.org", "reviewer");
    await as(email, "GET", "/schools/one/members", undefined, 403);
    await own.ask("PATCH", `/schools/one/members/${ID(email)}`, { role: "manager" });
    await as(email, "GET", "/schools/one/members");
  });
  test("whoever is removed finds nothing any more, and is told; what they did keeps their name", async () => {
    const email = await join("leaver@example.org", "manager");
    await as(email, "POST", "/schools/one/courses/c/acts", {
      enrollments: ["e2"],
      key: "press-leaver",
      act: { type: "paused", reason: "Asked for it" },
    });
    await own.ask("DELETE", `/schools/one/members/${ID(email)}`);
    expect(own.app.mails.at(-1)?.to).toBe(email);
    await as(email, "GET", "/schools/one/courses", undefined, 403);
    const { events } = await own.ask<{ events: { author: string; kind: string }[] }>(
      "GET",
      "/schools/one/courses/c/enrollments/e2/events",
    );
    expect(events[0]).toMatchObject({ kind: "paused", author: "leaver" });
    await own.ask("DELETE", `/schools/one/members/${ID(email)}`, undefined, 404);
  });
  test("an invitation is withdrawn: its link leads nowhere", async () => {
    await own.ask("POST", "/schools/one/members", { email: "never@example.org", role: "author" });
    const token = /token=([\w-]+)/.exec(own.app.mails.at(-1)?.text ?? "")?.[1] ?? "";
    const invited = (await members()).invited.find(({ email }) => email === "never@example.org");
    await own.ask("DELETE", `/schools/one/invitations/${invited?.id}`);
    await as("never@example.org", "GET", `/invitations/${token}`, undefined, 404);
    await as("never@example.org", "POST", "/invitations", { token }, 404);
  });
  test("the last owner cannot be removed, nor made less; nobody is made an owner but by taking over", async () => {
    await own.ask("DELETE", `/schools/one/members/${ID(OWNER)}`, undefined, 409);
    await own.ask("PATCH", `/schools/one/members/${ID(OWNER)}`, { role: "author" }, 409);
    await own.ask(
      "PATCH",
      `/schools/one/members/${ID("manager@example.org")}`,
      { role: "owner" },
      409,
    );
    await own.ask("POST", "/schools/one/members", { email: "x@example.org", role: "owner" }, 409);
  });
});

describe("the school is handed over", () => {
  const taker = "manager@example.org";
  const offer = () => own.ask("POST", "/schools/one/handover", { to: ID(taker) });
  test("both are told; it can be refused, and taken back", async () => {
    const before = own.app.mails.length;
    await offer();
    expect(
      own.app.mails
        .slice(before)
        .map(({ to }) => to)
        .sort(),
    ).toEqual([taker, OWNER].sort());
    expect((await members()).handover).toMatchObject({ to: ID(taker) });
    await as(taker, "PUT", "/schools/one/handover", { take: false });
    expect((await members()).handover).toBeNull();
    expect((await members()).members.find(({ id }) => id === ID(taker))?.role).toBe("manager");
    await offer();
    await own.ask("DELETE", "/schools/one/handover");
    await as(taker, "PUT", "/schools/one/handover", { take: true }, 404);
  });
  test("only whom it is offered to can take it", async () => {
    await offer();
    await as("reviewer@example.org", "PUT", "/schools/one/handover", { take: true }, 404);
    await own.ask("PUT", "/schools/one/handover", { take: true }, 404);
  });
  test("who takes it owns it, and who gave it manages people", async () => {
    await as(taker, "PUT", "/schools/one/handover", { take: true });
    const { members: all } = await as<Members>(taker, "GET", "/schools/one/members");
    expect(all.find(({ id }) => id === ID(taker))?.role).toBe("owner");
    expect(all.find(({ id }) => id === ID(OWNER))?.role).toBe("manager");
    await own.ask("PATCH", "/schools/one", { name: "Mine again" }, 403);
  });
});

describe("a school that asks its staff for a second step", () => {
  const owner = "manager@example.org";
  test("is not shut by somebody who would shut themselves out", async () => {
    await as(owner, "PATCH", "/schools/one", { twoFactor: true }, 409);
  });
  test("shuts its studio to staff without one, and leaves its public page open", async () => {
    const strong = { "x-test-strong": "yes" };
    const set = await own.app.ask(owner, "PATCH", "/schools/one", { twoFactor: true }, strong);
    expect(set.status).toBe(200);
    const shut = await own.app.ask("author@example.org", "GET", "/schools/one/courses");
    expect([shut.status, (await shut.json()) as object]).toEqual([
      403,
      expect.objectContaining({ type: "urn:dawn-gate:second-step" }),
    ]);
    expect(
      (await own.app.ask("author@example.org", "GET", "/schools/one/courses", undefined, strong))
        .status,
    ).toBe(200);
    expect((await own.app.ask(null, "GET", "/schools/one/catalog/c")).status).toBe(200);
    await own.app.ask(owner, "PATCH", "/schools/one", { twoFactor: false }, strong);
  });
});

function module(id: string) {
  return { id, title: id, visible: "published", gate: null, closes: null, due: null, lessons: [] };
}
