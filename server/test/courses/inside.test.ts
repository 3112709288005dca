/** A course inside another, on the server: what stands in it is the same, and whoever holds the one holds the other. */
import type { CourseInside, Draft, Edited, InsideOffer } from "@dawngate/contract/courses";
import type { MyCourse } from "@dawngate/contract/enrollment";
import type { LessonDraft } from "@dawngate/contract/lessons";
import { asInside, nameInside, type Operation } from "@dawngate/core/courses";
import { type PlanCourse, parsePlan } from "@dawngate/core/plan";
import { contentsOfDraft } from "../../src/courses/content-store";
import { readDraft } from "../../src/courses/draft-store";
import { heldInside } from "../../src/courses/inside-store";
import { readVersionLessons } from "../../src/courses/version-store";
import { notCompleted } from "../../src/enrollment/ways-in/store";
import { importSchool } from "../../src/import/import";
import { insertMember } from "../../src/school/staff-store";
import { linkPerson } from "../../src/school/store";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant, plainLesson, sampleImport } from "../helpers/sample";

let now = instant("2027-03-10T12:00:00Z");
let own: Owned;
let bread = "";
const ANA = "ana@example.org";
const NOOR = "noor@example.org";
const AUTHOR = "author@example.org";
beforeAll(async () => {
  own = await ownedSchool(() => now);
  bread = (await ask<{ id: string }>("POST", "/schools/one/courses", { title: "Bread year" })).id;
});
afterAll(() => own.test_.close());

const ask = <T = unknown>(method: string, path: string, body?: unknown, status?: number) =>
  own.ask<T>(method, path, body, status);
const at = (course: string) => `/schools/one/courses/${course}`;
const draftOf = (course: string) => ask<Draft>("GET", `${at(course)}/draft`);
const offered = (course: string, inner: string, status?: number) =>
  ask<InsideOffer>("GET", `${at(course)}/inside/${inner}`, undefined, status);
const publish = (course: string, status?: number) =>
  ask<{ version: number }>("POST", `${at(course)}/versions`, undefined, status);
let client = 0;
const edit = async (course: string, ...operations: object[]) => {
  const { sequence } = await draftOf(course);
  client += 1;
  return ask<Edited>("POST", `${at(course)}/draft`, {
    base: sequence,
    clientId: `client-inside-${client}`,
    operations: operations.map((operation, i) => ({ number: i + 1, operation })),
  });
};
const putIn = async (course: string, inner: string, after: string | null) => {
  const { modules } = await offered(course, inner);
  return { type: "put-course", course: inner, modules, after } as const;
};
const textOf = async (course: string, lesson: string) =>
  (await ask<LessonDraft>("GET", `${at(course)}/draft/lessons/${lesson}`)).text;
const inside = nameInside.bind(null, "c");

test("it comes in whole, shows what it shows by itself, and is written where it is at home", async () => {
  const module = { id: "b1", title: "First", visible: "published", gate: null, closes: null };
  await edit(bread, {
    type: "insert-module",
    module: { ...module, due: null, lessons: [plainLesson("b1l")] },
    after: null,
  });
  const { refused } = await edit(bread, await putIn(bread, "c", "b1"));
  expect(refused).toEqual([]);
  const { course } = await draftOf(bread);
  expect(course.modules.map(({ id }) => id)).toEqual(["b1", ...["m1", "m2", "m3"].map(inside)]);
  expect(course.modules[1]?.inside).toEqual([{ course: "c", title: "Bread & more" }]);
  expect(await textOf(bread, inside("l1"))).toBe("Flour **and** water.");
  const kept = await ask<LessonDraft>("GET", `${at("c")}/draft/lessons/l1`);
  await ask("PUT", `${at("c")}/draft/lessons/l1`, { text: "Rye.", revision: kept.revision });
  expect(await textOf(bread, inside("l1"))).toBe("Rye.");
  const there = { text: "Mine", revision: kept.revision + 1 };
  await ask("PUT", `${at(bread)}/draft/lessons/${inside("l1")}`, there, 409);
  const part = { part: null, materials: [], partRevision: 0 };
  await ask("PUT", `${at(bread)}/draft/lessons/${inside("l1")}/part`, part, 409);
  expect(await textOf("c", "l1")).toBe("Rye.");
});

test("what was never published, or not so, does not come in; nor what one may not read", async () => {
  const blank = (await ask<{ id: string }>("POST", "/schools/one/courses", { title: "Blank" })).id;
  await offered(bread, blank, 409);
  await offered(bread, "nowhere", 409);
  await offered(bread, bread, 409);
  const operation = await putIn(blank, "c", null);
  const forged = operation.modules.map((one) => ({ ...one, title: "Forged" }));
  const { refused } = await edit(blank, { ...operation, modules: forged });
  expect(refused[0]?.reason).toMatch(/published anew meanwhile/);
  await own.test_.db.withSchool(own.school, (tx) =>
    insertMember(tx, own.school, {
      user_id: `account-${AUTHOR}`,
      role: "author",
      name: "author",
      email: AUTHOR,
    }),
  );
  await ask("PATCH", `/schools/one/members/${encodeURIComponent(`account-${AUTHOR}`)}`, {
    courses: [blank],
  });
  const theirs = (method: string, path: string, body?: unknown) =>
    own.app.ask(AUTHOR, method, path, body);
  expect((await theirs("GET", `${at(blank)}/inside/c`)).status).toBe(404);
  const { sequence } = await draftOf(blank);
  const tried = await theirs("POST", `${at(blank)}/draft`, {
    base: sequence,
    clientId: "client-of-theirs",
    operations: [{ number: 1, operation }],
  });
  expect(tried.status).toBe(404);
  expect((await draftOf(blank)).course.modules).toEqual([]);
});

test("neither in drafts nor by publishing a course comes to stand inside itself", async () => {
  // The outer course holds it in its draft alone: that is enough.
  await offered("c", bread, 409);
  await publish(bread);
  const answer = await own.app.ask(OWNER, "GET", `${at("c")}/inside/${bread}`);
  expect(((await answer.json()) as { detail: string }).detail).toMatch(/inside itself/);
  const stands = await draftOf("c");
  const forged = { type: "put-course", course: bread, after: null } as const;
  const { course } = await draftOf(bread);
  const modules = course.modules.map((one) => ({
    ...one,
    id: nameInside(bread, one.id),
    inside: [{ course: bread, title: "Bread year" }, ...(one.inside ?? [])],
    lessons: [],
  }));
  const { refused } = await edit("c", { ...forged, modules });
  expect(refused).toHaveLength(1);
  expect((await draftOf("c")).course).toEqual(stands.course);
});

test("whoever holds the outer course holds the inner one; done there, it counts as completed", async () => {
  await own.test_.db.withSchool(own.school, (tx) => linkPerson(tx, `account-${ANA}`, ANA));
  const made = await ask<{ enrollment: string }>("POST", `${at(bread)}/enrollments`, {
    email: ANA,
    name: "Ana Prado",
    timeZone: "Europe/Lisbon",
    cohort: null,
  });
  const mine = `/schools/one/shelf/${made.enrollment}`;
  const seen = async () => (await (await own.app.ask(ANA, "GET", mine)).json()) as MyCourse;
  const of = async (item: string) =>
    (await seen()).timeline.items.find(({ id }) => id === inside(item));
  // Its gate as it stands by itself: a week after enrolling, on a Monday that is none of the closed days.
  expect((await of("m2"))?.opens).toBe("2027-03-22T07:00:00Z");
  expect((await seen()).timeline.progress).toEqual({ done: 0, of: 3 });
  const held = (person: string) =>
    own.test_.db.withSchool(own.school, (tx) =>
      heldInside(tx, person, ["c", bread], new Date(now).toISOString()),
    );
  expect([...(await held("ben"))]).toEqual([]);
  expect([...(await held("ana"))]).toEqual([["c", made.enrollment]]);
  // Its public page leads whoever has it there to it; she is in it by itself.
  const page = async (who: string) =>
    (
      (await (await own.app.ask(who, "GET", "/schools/one/catalog/c")).json()) as {
        enrollment: string | null;
      }
    ).enrollment;
  expect(await page(ANA)).toBe("e1");
  const noor = await ask<{ enrollment: string }>("POST", `${at(bread)}/enrollments`, {
    email: NOOR,
    name: "Noor Haddad",
    timeZone: "Europe/Lisbon",
    cohort: null,
  });
  await own.test_.db.withSchool(own.school, (tx) => linkPerson(tx, `account-${NOOR}`, NOOR));
  expect(await page(NOOR)).toBe(noor.enrollment);
  expect(await page("guest@example.org")).toBeNull();
  const missing = () => own.test_.db.withSchool(own.school, (tx) => notCompleted(tx, "ana", ["c"]));
  const tick = (lesson: string) =>
    own.app.ask(ANA, "PUT", `${mine}/lessons/${lesson}`, { done: true, key: `key-${lesson}` });
  expect((await tick(inside("l1"))).status).toBe(200);
  expect(await missing()).toHaveLength(1);
  now = instant("2027-03-29T12:00:00Z");
  expect((await tick(inside("l2"))).status).toBe(200);
  expect(await missing()).toEqual([]);
  expect((await seen()).timeline.progress).toEqual({ done: 2, of: 3 });
});

test("published anew, it is taken in by one step; what people have done there stays theirs", async () => {
  const states = async () =>
    (await ask<CourseInside>("GET", `${at(bread)}/inside`)).inside.map(({ state }) => state);
  expect(await states()).toEqual(["current"]);
  await edit(
    "c",
    { type: "set-module", item: "m1", set: { title: "One and a half" } },
    { type: "insert-lesson", lesson: plainLesson("l9"), module: "m1", after: "l1", text: "New." },
  );
  expect(await states()).toEqual(["current"]);
  await publish("c");
  expect(await states()).toEqual(["older"]);
  const before = await draftOf(bread);
  const { refused } = await edit(
    bread,
    { type: "take-course", course: "c" },
    await putIn(bread, "c", "b1"),
  );
  expect(refused).toEqual([]);
  expect(await states()).toEqual(["current"]);
  expect(await textOf(bread, inside("l9"))).toBe("New.");
  expect((await draftOf(bread)).course.modules[1]?.title).toBe("One and a half");
  await publish(bread);
  const shelf = (await (await own.app.ask(ANA, "GET", "/schools/one/shelf")).json()) as {
    courses: { course: string; progress: { done: number; of: number } }[];
  };
  const row = shelf.courses.find(({ course }) => course === bread);
  expect(row?.progress).toEqual({ done: 2, of: 4 });
  // The earlier version is brought back, with what stood in its lessons.
  await edit(bread, { type: "take-course", course: "c" });
  await publish(bread);
  await ask("POST", `${at(bread)}/versions?back=1`);
  const back = await draftOf(bread);
  expect(back.course.modules.map(({ title }) => title)).toEqual(
    before.course.modules.map(({ title }) => title),
  );
  expect(await textOf(bread, inside("l1"))).toBe("Rye.");
  await publish(bread, 409);
});

test("taken out and undone it stands there again, on the same content", async () => {
  const first = await draftOf(bread);
  const { modules } = first.course;
  await edit(bread, { type: "take-course", course: "c" });
  const undone: Operation = {
    type: "put-course",
    course: "c",
    modules: modules.slice(1),
    after: "b1",
  };
  // Version 1 stood there; another is published: what is put in is what is published.
  const { refused } = await edit(bread, undone);
  expect(refused[0]?.reason).toMatch(/put it in once more/);
  const again = await edit(bread, await putIn(bread, "c", null));
  expect(again.refused).toEqual([]);
  expect(await textOf(bread, inside("l1"))).toBe("Rye.");
  expect((await draftOf(bread)).course.modules[0]?.id).toBe(inside("m1"));
});

test("a copy of the outer course holds it too, on the same content", async () => {
  const copy = { title: "Bread year again", copyOf: bread };
  const { id } = await ask<{ id: string }>("POST", "/schools/one/courses", copy);
  const { inside: found } = await ask<CourseInside>("GET", `${at(id)}/inside`);
  expect(found).toEqual([{ course: "c", state: "current", reaches: true }]);
  expect(await textOf(id, inside("l1"))).toBe("Rye.");
  const { revision } = await ask<LessonDraft>("GET", `${at("c")}/draft/lessons/l1`);
  await ask("PUT", `${at("c")}/draft/lessons/l1`, { text: "Rye and salt.", revision });
  expect(await textOf(id, inside("l1"))).toBe("Rye and salt.");
});

test("a school's plan file brings it in as it went out; what is said to be of a course that is not there is its own", async () => {
  const sample = sampleImport("two");
  const read = parsePlan(sample.plan);
  if (!read.ok) throw new Error("the sample is a plan");
  const inner = read.plan.courses[0] as PlanCourse;
  const outer = { id: "o", title: "Outer", modules: asInside(inner).modules };
  const gone = asInside({ ...inner, id: "gone" });
  const odd = { id: "p", title: "Odd", modules: gone.modules };
  const plan = { ...read.plan, courses: [outer, odd, ...read.plan.courses] };
  const school = await importSchool(own.test_.db, { ...sample, plan }, now);
  await own.test_.db.withSchool(school, async (tx) => {
    const drafts = await Promise.all(["o", "p"].map((id) => readDraft(tx, id)));
    expect(drafts.map((draft) => draft?.modules[0]?.inside?.[0]?.course)).toEqual(["c", undefined]);
    expect((await contentsOfDraft(tx, "o"))[inside("l1")]).toBe("c/l1");
    expect((await readVersionLessons(tx, "o", 1))[inside("l1")]).toBe("c/l1");
    expect(drafts[0]?.modules[0]?.lessons[0]?.empty).toBe(false);
  });
});
