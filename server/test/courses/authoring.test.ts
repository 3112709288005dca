import type { Draft, Edited } from "@dawngate/contract/courses";
import type { LessonDraft } from "@dawngate/contract/lessons";
import type { Problem } from "@dawngate/contract/problem";
import { applyOperation, type Operation } from "@dawngate/core/courses";
import { existing } from "../../src/courses/authoring";
import type { SchoolId } from "../../src/db/connection";
import type { TestApp } from "../helpers/app";
import type { TestDatabase } from "../helpers/database";
import { OWNER, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const now = instant("2027-03-10T12:00:00Z");
let test_: TestDatabase;
let app: TestApp;
let school: SchoolId;
beforeAll(async () => {
  ({ test_, app, school } = await ownedSchool(() => now));
});
afterAll(() => test_.close());

const course = "/schools/one/courses/c";
const draft = async () => (await (await app.ask(OWNER, "GET", `${course}/draft`)).json()) as Draft;
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
const send = async (clientId: string, base: number, operations: [number, object][]) =>
  app.ask(OWNER, "POST", `${course}/draft`, {
    base,
    clientId,
    operations: operations.map(([number, operation]) => ({ number, operation })),
  });
const edited = async (response: Promise<Response>) => (await (await response).json()) as Edited;

describe("a draft is changed by operations", () => {
  test("what was sent twice, because an answer was lost, is played once", async () => {
    const { sequence } = await draft();
    const operations: [number, object][] = [
      [1, { type: "insert-lesson", lesson: lesson("twice"), module: "m1", after: null }],
    ];
    const first = await edited(send("client-twice", sequence, operations));
    const again = await edited(send("client-twice", sequence, operations));
    expect(first.sequence).toBe(sequence + 1);
    expect(again.sequence).toBe(sequence + 1);
    const { course: now } = await draft();
    expect(now.modules[0]?.lessons.filter(({ id }) => id === "twice")).toHaveLength(1);
  });

  test("two authors on one sentence: both are played in one order, and both come to the same draft", async () => {
    const { sequence, course: base } = await draft();
    const answers = await Promise.all([
      edited(
        send("author-one", sequence, [
          [1, { type: "set-module", item: "m2", set: { title: "By one" } }],
        ]),
      ),
      edited(
        send("author-two", sequence, [
          [1, { type: "set-module", item: "m2", set: { title: "By two" } }],
        ]),
      ),
    ]);
    const { course: stands } = await draft();
    const latest = answers.reduce((a, b) => (a.sequence > b.sequence ? a : b));
    let replayed = base;
    for (const { operation } of latest.operations) {
      const applied = applyOperation(replayed, operation);
      if (applied.ok) replayed = applied.course;
    }
    expect(replayed).toEqual(stands);
    expect(["By one", "By two"]).toContain(stands.modules[1]?.title);
  });

  test("ten authors with random operations lose nothing and end in one outline", async () => {
    const { sequence, course: base } = await draft();
    const authors = Array.from({ length: 10 }, (_, author) =>
      (async () => {
        for (let n = 1; n <= 6; n++) {
          const id = `a${author}-${n}`;
          const operations: Operation[] = [
            {
              type: "insert-lesson",
              lesson: lesson(id) as never,
              module: n % 2 ? "m1" : "m2",
              after: null,
            },
            { type: "move-lesson", item: id, module: "m1", after: "l1" },
            { type: "set-lesson", item: id, set: { title: `Lesson of ${author}` } },
          ];
          const operation = operations[n % 3] ?? operations[0];
          const response = await send(`author-${author}-x`, sequence, [
            [n * 2 - 1, operations[0] as Operation],
            [n * 2, operation as Operation],
          ]);
          expect(response.status).toBe(200);
        }
      })(),
    );
    await Promise.all(authors);
    const { course: stands, sequence: last } = await draft();
    const { operations } = (await (
      await app.ask(OWNER, "GET", `${course}/draft/operations?base=${sequence}`)
    ).json()) as Edited;
    expect(operations.map((one) => one.sequence)).toEqual(
      Array.from({ length: last - sequence }, (_, i) => sequence + 1 + i),
    );
    let replayed = base;
    for (const { operation } of operations) {
      const applied = applyOperation(replayed, operation);
      expect(applied.ok).toBe(true);
      if (applied.ok) replayed = applied.course;
    }
    expect(replayed).toEqual(stands);
    const ids = stands.modules.flatMap((module) => module.lessons.map(({ id }) => id));
    for (let author = 0; author < 10; author++)
      for (let n = 1; n <= 6; n++) expect(ids).toContain(`a${author}-${n}`);
  });

  test("an operation on what somebody has removed is refused by itself, and the rest is played", async () => {
    const { sequence } = await draft();
    const answer = await edited(
      send("client-gone", sequence, [
        [1, { type: "set-lesson", item: "no-such", set: { title: "x" } }],
        [2, { type: "set-course", set: { title: "Bread, again" } }],
      ]),
    );
    expect(answer.refused).toEqual([{ number: 1, reason: expect.stringMatching(/gone/) }]);
    expect((await draft()).course.title).toBe("Bread, again");
  });

  test("while somebody edits, the list is put in order, the page is written and people come in; publishing waits", async () => {
    let letGo: () => void = () => undefined;
    const editing = test_.db.withSchool(school, async (tx) => {
      await existing(tx, "c", true);
      await new Promise<void>((resolve) => {
        letGo = resolve;
      });
    });
    const during = [
      await app.ask(OWNER, "PATCH", course, { group: "Bread", after: null }),
      await app.ask(OWNER, "PUT", `${course}/description`, { description: "Slow bread." }),
      await app.ask(OWNER, "POST", `${course}/enrollments`, {
        name: "Noor",
        email: "noor@example.org",
        timeZone: "UTC",
        cohort: null,
      }),
    ];
    expect(during.map(({ status }) => status)).toEqual([200, 200, 200]);
    let published = false;
    const publishing = app.ask(OWNER, "POST", `${course}/versions`).then((answer) => {
      published = true;
      return answer;
    });
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(published).toBe(false);
    letGo();
    await editing;
    expect((await publishing).status).toBe(200);
    expect((await draft()).description).toBe("Slow bread.");
  });
  test.each([
    ["an unknown key", { type: "set-course", set: { colour: "red" } }],
    [
      "an offset that mixes days and hours",
      {
        type: "set-module",
        item: "m1",
        set: { gate: { need: "all", when: [{ from: "enrolled", add: "P1DT2H" }] } },
      },
    ],
    [
      "a title of 10,001 characters",
      { type: "set-module", item: "m1", set: { title: "x".repeat(10_001) } },
    ],
    ["no such operation", { type: "explode" }],
  ])("%s is refused at its place, and nothing is written", async (_, operation) => {
    const before = await draft();
    const response = await send("client-bad", before.sequence, [[1, operation]]);
    expect(response.status).toBe(422);
    expect(((await response.json()) as Problem).errors?.[0]?.path).toMatch(/^operations\[0\]/);
    expect(await draft()).toEqual(before);
  });

  test("titles with scripts, right-to-left text, emoji and 10,000 characters stand as they were typed", async () => {
    const title = `<script>alert(1)</script> לחם 🥖 ${"x".repeat(9_900)}`;
    const { sequence } = await draft();
    await send("client-title", sequence, [[1, { type: "set-module", item: "m1", set: { title } }]]);
    expect((await draft()).course.modules[0]?.title).toBe(title);
  });
});

describe("publishing", () => {
  test("makes a version, and the openings of everybody follow", async () => {
    const { sequence, version } = await draft();
    await send("client-publish", sequence, [
      [
        1,
        {
          type: "set-module",
          item: "m2",
          set: { gate: { need: "all", when: [{ from: "enrolled", add: "P21D" }] }, title: "Two" },
        },
      ],
    ]);
    expect(await draft()).toMatchObject({ changed: true });
    const response = await app.ask(OWNER, "POST", `${course}/versions`);
    expect(await response.json()).toEqual({ version: (version ?? 0) + 1 });
    expect(await draft()).toMatchObject({ changed: false, version: (version ?? 0) + 1 });
    const rows = await test_.db.readSchool(school, (tx) =>
      tx
        .selectFrom("opening")
        .innerJoin("enrollment", "enrollment.id", "opening.enrollment_id")
        .select(["opens", "projected_version as version"])
        .where("enrollment_id", "=", "e1")
        .where("item_id", "=", "m2")
        .execute(),
    );
    // Enrolled 5 March, 21 days, two of pause on top (7 to 9 March).
    expect(rows).toEqual([{ opens: "2027-03-28T06:00:00Z", version: (version ?? 0) + 1 }]);
  });

  test("refuses a circle, and a gate on what is gone, and says where", async () => {
    const { sequence } = await draft();
    const opened = (item: string) => ({
      need: "all",
      when: [{ from: "opened", item, add: "P7D" }],
    });
    await send("client-circle", sequence, [
      [1, { type: "set-module", item: "m1", set: { gate: opened("m2") } }],
      [2, { type: "set-module", item: "m2", set: { gate: opened("m1") } }],
    ]);
    const circle = (await (await app.ask(OWNER, "POST", `${course}/versions`)).json()) as Problem;
    expect(circle.errors?.map(({ path }) => path)).toEqual(expect.arrayContaining(["m1", "m2"]));
    await send("client-circle", sequence, [
      [3, { type: "set-module", item: "m1", set: { gate: null } }],
      [4, { type: "set-module", item: "m2", set: { gate: opened("nothing") } }],
    ]);
    const gone = (await (await app.ask(OWNER, "POST", `${course}/versions`)).json()) as Problem;
    expect(gone.errors?.[0]?.reason).toMatch(/no module or lesson "nothing"/);
    await send("client-circle", sequence, [
      [5, { type: "set-module", item: "m2", set: { gate: null } }],
    ]);
  });
});

describe("a lesson's text", () => {
  const at = `${course}/draft/lessons/l2`;
  test("is kept as a new revision, and two who change it at once lose neither text", async () => {
    const { revision } = (await (await app.ask(OWNER, "GET", at)).json()) as LessonDraft;
    const first = await app.ask(OWNER, "PUT", at, { text: "By one", revision });
    expect(first.status).toBe(200);
    const second = await app.ask(OWNER, "PUT", at, { text: "By two", revision });
    expect(second.status).toBe(409);
    expect(((await second.json()) as Problem).detail).toMatch(/has changed this lesson meanwhile/);
    expect(((await (await app.ask(OWNER, "GET", at)).json()) as LessonDraft).text).toBe("By one");
    // The same text again is no change.
    expect((await app.ask(OWNER, "PUT", at, { text: "By one", revision })).status).toBe(200);
  });
});
