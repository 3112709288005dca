import type { PublicCourse } from "@dawngate/contract/catalog";
import type { CourseList, Draft } from "@dawngate/contract/courses";
import type { Problem } from "@dawngate/contract/problem";
import type { Operation } from "@dawngate/core/courses";
import type { TestApp } from "../helpers/app";
import type { TestDatabase } from "../helpers/database";
import { OWNER, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const now = instant("2027-03-10T12:00:00Z");
let test_: TestDatabase;
let app: TestApp;
beforeAll(async () => {
  ({ test_, app } = await ownedSchool(() => now));
});
afterAll(() => test_.close());

const lesson = (id: string, title = id) => ({
  id,
  title,
  visible: "published",
  gate: null,
  closes: null,
  due: null,
  kind: "text",
  holdsNext: false,
  sample: false,
  required: true,
  minutes: null,
  empty: true,
});

describe("a new course of a shape, or as a copy", () => {
  const make = async (body: object, status = 200) => {
    const response = await app.ask(OWNER, "POST", "/schools/one/courses", body);
    expect(response.status).toBe(status);
    return (await response.json()) as { id: string } & Problem;
  };
  const draftOf = async (id: string) =>
    (await (await app.ask(OWNER, "GET", `/schools/one/courses/${id}/draft`)).json()) as Draft;

  test("has its parts and gates, and the school's release hour", async () => {
    const { id } = await make({ title: "Weekly", shape: "part-a-week" });
    const { course: made, version } = await draftOf(id);
    expect([made.title, made.modules.length, version]).toEqual(["Weekly", 6, null]);
    expect(made.modules[2]?.gate?.when).toEqual([{ from: "enrolled", add: "P14D" }]);
  });
  test("brings its texts along, and dates where it names some are moved to the first day", async () => {
    const { id: term } = await make({ title: "Term", shape: "dated-term" });
    const first = (await draftOf(term)).course.window?.opens ?? "";
    const { id } = await make({ title: "Term again", copyOf: term, firstDay: "2028-01-10" });
    const copy = (await draftOf(id)).course;
    expect(copy.window?.opens).toBe("2028-01-10");
    const gap = Date.parse("2028-01-10") - Date.parse(first);
    const was = (await draftOf(term)).course.opensOn ?? "";
    expect(Date.parse(copy.opensOn ?? "") - Date.parse(was)).toBe(gap);
    const { id: texts } = await make({ title: "C again", copyOf: "c" });
    const response = await app.ask(OWNER, "GET", `/schools/one/courses/${texts}/draft/lessons/l1`);
    expect(((await response.json()) as { text: string }).text).toMatch(/Flour/);
    await app.ask(OWNER, "PATCH", "/schools/one/courses/c", { card: { level: "All" } });
    const { id: carded } = await make({ title: "C with its card", copyOf: "c" });
    expect(await draftOf(carded)).toMatchObject({ card: { level: "All" } });
    await app.ask(OWNER, "PATCH", "/schools/one/courses/c", { card: { level: "" } });
  });
  test("is refused where it makes no sense, and says why", async () => {
    const { id } = await make({ title: "Plain" });
    const undated = await make({ title: "X", copyOf: id, firstDay: "2028-01-10" }, 422);
    expect(undated.detail).toMatch(/names no dates/);
    await make({ title: "X", copyOf: "no-such-course" }, 404);
    await make({ title: "X", copyOf: "c", shape: "dated-term" }, 422);
    await make({ title: "X", firstDay: "2028-01-10" }, 422);
    await make({ title: "X", shape: "round" }, 422);
  });
});

describe("a course among the others", () => {
  const patch = (id: string, change: object) =>
    app.ask(OWNER, "PATCH", `/schools/one/courses/${id}`, change);
  const list = async () =>
    ((await (await app.ask(OWNER, "GET", "/schools/one/courses")).json()) as CourseList).courses;
  const order = async () => (await list()).map(({ id }) => id);

  test("is put first, after another, and after one that is gone last", async () => {
    const before = await order();
    const last = before.at(-1) as string;
    await patch(last, { after: null });
    expect((await order())[0]).toBe(last);
    await patch(last, { after: before[1] });
    expect(await order()).toEqual([before[0], before[1], last, ...before.slice(2, -1)]);
    await patch(last, { after: "no-such-course" });
    expect(await order()).toEqual(before);
  });
  test("put somewhere by two at once, stands in one order with the others, none twice", async () => {
    const before = await order();
    await Promise.all(before.map((id) => patch(id, { after: null })));
    const after = await order();
    expect([...after].sort()).toEqual([...before].sort());
    expect(new Set(after).size).toBe(after.length);
  });
  test("stands in a group, and in the archive takes nobody, by whosever hand; out of it again it does", async () => {
    await patch("c", { group: " Bread " });
    expect((await list()).find(({ id }) => id === "c")).toMatchObject({
      group: "Bread",
      archived: false,
    });
    const enroll = (email: string) =>
      app.ask(OWNER, "POST", "/schools/one/courses/c/enrollments", {
        name: "N",
        email,
        timeZone: "UTC",
        cohort: null,
      });
    await patch("c", { archived: true });
    const refused = await enroll("late@example.org");
    expect(refused.status).toBe(409);
    expect(((await refused.json()) as Problem).detail).toMatch(/takes nobody any more/);
    const open = (await (
      await app.ask(null, "GET", "/schools/one/catalog/c")
    ).json()) as PublicCourse;
    for (const way of open.ways) {
      expect(way.state).toBe("closed");
      expect(way.faults.map(({ kind }) => kind)).toContain("archived");
    }
    await patch("c", { archived: false });
    expect((await enroll("late@example.org")).status).toBe(200);
  });
});

describe("a lesson that stands in two courses", () => {
  const body = async (path: string, method = "GET", given?: unknown) => {
    const response = await app.ask(OWNER, method, `/schools/one/courses/${path}`, given);
    return { status: response.status, json: (await response.json()) as Record<string, unknown> };
  };
  const share = (with_: string, lesson = "l1") =>
    body(`c/draft/lessons/${lesson}/sharing`, "POST", { course: with_ });
  let other = "";
  let there = "";
  beforeAll(async () => {
    const made = await app.ask(OWNER, "POST", "/schools/one/courses", {
      title: "Other",
      shape: "free-taster",
    });
    other = ((await made.json()) as { id: string }).id;
  });
  const draftOf = async (id: string) => (await body(`${id}/draft`)).json as unknown as Draft;

  test("has one text: changed in the one it is changed in the other, and each says where else it stands", async () => {
    expect((await share(other)).status).toBe(200);
    const { course: draft } = await draftOf(other);
    const last = draft.modules.at(-1)?.lessons.at(-1);
    there = last?.id ?? "";
    expect(last).toMatchObject({ title: "First", gate: null, empty: false });
    const here = (await body("c/draft/lessons/l1")).json;
    expect(here.standsIn).toEqual([{ course: other, title: "Other" }]);
    const away = (await body(`${other}/draft/lessons/${there}`)).json;
    expect(away.text).toBe(here.text);
    const changed = { text: "Changed in the other.", revision: away.revision };
    expect((await body(`${other}/draft/lessons/${there}`, "PUT", changed)).status).toBe(200);
    expect((await body("c/draft/lessons/l1")).json.text).toBe("Changed in the other.");
  });
  test("changed in both at the same moment is refused in one of them, and neither is lost", async () => {
    const { revision } = (await body("c/draft/lessons/l1")).json;
    const answers = await Promise.all([
      body("c/draft/lessons/l1", "PUT", { text: "From here", revision }),
      body(`${other}/draft/lessons/${there}`, "PUT", { text: "From there", revision }),
    ]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
  });
  test("taken out of one it stays in the other, and put back by an undo it is the same again", async () => {
    const { course: draft, sequence } = await draftOf(other);
    const module = draft.modules.at(-1);
    const lesson = module?.lessons.at(-1);
    const edit = (base: number, number: number, operation: Operation) =>
      body(`${other}/draft`, "POST", {
        base,
        clientId: "undoing-1",
        operations: [{ number, operation }],
      });
    await edit(sequence, 1, { type: "remove", item: there });
    expect((await body("c/draft/lessons/l1")).json).toMatchObject({ standsIn: [] });
    const after = module?.lessons.at(-2)?.id ?? null;
    await edit(sequence + 1, 2, {
      type: "insert-lesson",
      lesson,
      module: module?.id,
      after,
    } as Operation);
    const back = (await body(`${other}/draft/lessons/${there}`)).json;
    expect(back.text).toBe((await body("c/draft/lessons/l1")).json.text);
    expect(back.standsIn).toMatchObject([{ course: "c" }]);
  });
  test("is refused twice in one course, in a course without modules, and where there is no such lesson", async () => {
    expect((await share(other)).status).toBe(409);
    expect((await share("c")).status).toBe(409);
    expect((await share(other, "nothing")).status).toBe(404);
    const blank = await app.ask(OWNER, "POST", "/schools/one/courses", { title: "Blank" });
    const { id } = (await blank.json()) as { id: string };
    expect((await share(id)).json.detail).toMatch(/no module yet/);
    expect((await share("no-such-course")).status).toBe(404);
  });
  test("content that is nobody's here is none: a lesson named after it begins empty", async () => {
    const { course: draft, sequence } = await draftOf(other);
    const operation = {
      type: "insert-lesson",
      lesson: lesson("stray", "Stray"),
      module: draft.modules[0]?.id,
      after: null,
      content: "another-school/secret",
    };
    const edit = { base: sequence, clientId: "stray-0001", operations: [{ number: 1, operation }] };
    expect((await body(`${other}/draft`, "POST", edit)).status).toBe(200);
    expect((await body(`${other}/draft/lessons/stray`)).json.text).toBe("");
  });
});

test("a card is kept part by part, read by everybody, and an empty part goes", async () => {
  const patch = (card: object) => app.ask(OWNER, "PATCH", "/schools/one/courses/c", { card });
  const read = async () =>
    ((await (await app.ask(null, "GET", "/schools/one/catalog/c")).json()) as PublicCourse).card;
  await Promise.all([patch({ short: "Bread in winter." }), patch({ level: "Beginners" })]);
  expect(await read()).toEqual({ short: "Bread in winter.", level: "Beginners" });
  await patch({ level: "" });
  expect((await read()).level).toBe("");
  const long = await patch({ short: "x".repeat(161) });
  expect(long.status).toBe(422);
  expect(((await long.json()) as Problem).errors?.[0]?.path).toBe("card.short");
  expect((await read()).short).toBe("Bread in winter.");
});
