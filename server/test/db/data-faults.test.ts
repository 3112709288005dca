/** Faults of the data that were found by reading: texts of versions, caches over what is not committed, pauses. */
import type { Draft } from "@dawngate/contract/courses";
import type { MyLesson } from "@dawngate/contract/enrollment";
import { formatInstant, type Instant } from "@dawngate/core/time";
import pg from "pg";
import { readDocument, versionPlan } from "../../src/courses/versions";
import { appendEvent } from "../../src/enrollment/append";
import { publish } from "../../src/review/service";
import { readCase } from "../../src/schedule/case";
import { projectCourse } from "../../src/schedule/project";
import { linkPerson } from "../../src/school/store";
import { SECRETS } from "../helpers/database";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant, plainLesson } from "../helpers/sample";

let now = instant("2027-03-20T12:00:00Z");
let own: Owned;
const ANA = "ana@example.org";
beforeAll(async () => {
  own = await ownedSchool(() => now);
  await own.test_.db.withSchool(own.school, (tx) => linkPerson(tx, `account-${ANA}`, ANA));
});
afterAll(() => own.test_.close());

let number = 0;
const edit = async (operation: object) => {
  const { sequence } = await own.ask<Draft>("GET", "/schools/one/courses/c/draft");
  await own.ask("POST", "/schools/one/courses/c/draft", {
    base: sequence,
    clientId: "client-faults",
    operations: [{ number: ++number, operation }],
  });
};
const lessonOf = async (lesson: string) => {
  const response = await own.app.ask(ANA, "POST", `/schools/one/shelf/e1/lessons/${lesson}`);
  return { status: response.status, body: (await response.json()) as MyLesson };
};

describe("a lesson taken out of the draft", () => {
  test("keeps its text for people whose version still has it", async () => {
    expect((await lessonOf("l1")).body.text).toBe("Flour **and** water.");
    await edit({
      type: "insert-lesson",
      lesson: plainLesson("l9"),
      module: "m1",
      after: null,
      text: "Something",
    });
    await edit({ type: "remove", item: "l1" });
    expect(await lessonOf("l1")).toMatchObject({
      status: 200,
      body: { text: "Flour **and** water." },
    });
  });
  test("can still be opened early for them, and ticked", async () => {
    await own.ask("POST", "/schools/one/courses/c/acts", {
      enrollments: ["e1"],
      key: "press-early",
      look: true,
      act: { type: "completed", item: "l1", reason: "Shown in class" },
    });
    await own.ask(
      "POST",
      "/schools/one/courses/c/acts",
      {
        enrollments: ["e1"],
        key: "press-none",
        act: { type: "completed", item: "no-such", reason: "r" },
      },
      422,
    );
  });
  test("keeps it too once a version without it is in force, for those who stay with theirs", async () => {
    await own.ask("POST", "/schools/one/courses/c/versions?people=new-only");
    expect((await lessonOf("l1")).body.text).toBe("Flour **and** water.");
  });
  test("reads in its newest text when that is corrected through another course", async () => {
    const client = new pg.Client({
      ...own.test_.address,
      user: "dawngate_owner",
      password: SECRETS.owner,
    });
    await client.connect();
    await client.query(
      "insert into lesson_revision (school_id, lesson_id, number, body) select school_id, lesson_id, 2, 'Corrected.' from lesson_revision where lesson_id = 'c/l1'",
    );
    await client.end();
    expect((await lessonOf("l1")).body.text).toBe("Corrected.");
  });
});

describe("what is kept in memory is committed", () => {
  const signal = (name: string, key: string) => ({
    kind: "signal",
    at: "2027-03-19T11:00:00Z",
    data: { name },
    reason: null,
    key,
  });
  test("an event of a transaction that rolls back is not taken for the next one's", async () => {
    const { db } = own.test_;
    const read = async () =>
      (
        await db.readSchool(own.school, (tx) => readCase(tx, own.school, "e2"))
      )?.enrollment.events.filter(({ type }) => type === "signal");
    await db
      .withSchool(own.school, async (tx) => {
        await appendEvent(tx, own.school, "c", "e2", signal("never", "k-never"), now);
        // Read within the transaction: so the cache would have been filled.
        const inside = await readCase(tx, own.school, "e2");
        expect(inside?.enrollment.events.some((event) => event.type === "signal")).toBe(true);
        throw new Error("in the middle");
      })
      .catch(() => undefined);
    await db.withSchool(own.school, (tx) =>
      appendEvent(tx, own.school, "c", "e2", signal("real", "k-real"), now),
    );
    expect(await read()).toEqual([expect.objectContaining({ name: "real" })]);
  });
  test("a version of a transaction that rolls back is not taken for the next one's", async () => {
    const { db } = own.test_;
    const { version } = await own.ask<{ version: number }>("GET", "/schools/one/courses/c/draft");
    const next = version + 1;
    await edit({ type: "set-course", set: { title: "Never published" } });
    await db
      .withSchool(own.school, async (tx) => {
        await publish(tx, own.school, "c", { note: "", now: null });
        expect((await versionPlan(tx, own.school, "c", next))?.title).toBe("Never published");
        throw new Error("in the middle");
      })
      .catch(() => undefined);
    await edit({ type: "set-course", set: { title: "Published" } });
    await own.ask("POST", "/schools/one/courses/c/versions");
    const plan = await db.readSchool(own.school, (tx) => versionPlan(tx, own.school, "c", next));
    expect(plan?.title).toBe("Published");
  });
});

test("whoever is paused is worked out again when a day begins, and not before", async () => {
  const { db } = own.test_;
  await own.ask("POST", "/schools/one/courses/c/acts", {
    enrollments: ["e1"],
    key: "press-pause",
    act: { type: "paused", reason: "Away" },
  });
  const stale = async () => {
    const { stale_at } = await db.readSchool(own.school, (tx) =>
      tx
        .selectFrom("enrollment")
        .select("stale_at")
        .where("id", "=", "e1")
        .executeTakeFirstOrThrow(),
    );
    return stale_at;
  };
  // Tokyo's midnight comes before Lisbon's.
  expect(await stale()).toBe("2027-03-20T15:00:00Z");
  const due = async (at: Instant) =>
    (await db.coursesToProject(formatInstant(at))).map(({ course }) => course);
  expect(await due(now)).toEqual([]);
  expect(await due(instant("2027-03-20T14:59:59Z"))).toEqual([]);
  now = instant("2027-03-20T15:00:00Z");
  expect(await due(now)).toEqual(["c"]);
  await projectCourse(db, own.school, "c", now);
  expect(await due(now)).toEqual([]);
  expect(await stale()).toBe("2027-03-21T00:00:00Z");
});

describe("a version's document", () => {
  test("is parsed by one reader, whatever form it was written in", () => {
    const document = { id: "c", title: "C", modules: [] };
    expect(readDocument(document, 1)).toMatchObject({ id: "c", clock: "school", order: "free" });
  });
  test("of a form that is not known, or that is none, is a fault, not half a course", () => {
    expect(() => readDocument({ id: "c", title: "C", modules: [] }, 2)).toThrow(/form 2/);
    expect(() => readDocument({ id: "c", title: "C", modules: [], surprise: 1 }, 1)).toThrow();
  });
});
