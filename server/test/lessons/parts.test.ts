/** What lessons show beside their text: kept as revisions, checked, shown to whoever may read; the library they take from. */
import type { Sample } from "@dawngate/contract/catalog";
import type { ShownFile } from "@dawngate/contract/files";
import type {
  LessonDraft,
  LessonText,
  Library,
  Material,
  PartKept,
  TextRevisions,
} from "@dawngate/contract/lessons";
import { DAY, type Instant } from "@dawngate/core/time";
import type { SchoolId } from "../../src/db/connection";
import { sweepFiles } from "../../src/files/sweep";
import { importSchool } from "../../src/import/import";
import { insertMember } from "../../src/school/staff-store";
import { type TestApp, testApp } from "../helpers/app";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { bring, demoMedia, testKept } from "../helpers/kept";
import { instant, sampleImport } from "../helpers/sample";

let now = instant("2027-03-10T12:00:00Z");
const OWNER = "owner@example.org";
let test_: TestDatabase;
let app: TestApp;
let school: SchoolId;
let place: Awaited<ReturnType<typeof testKept>>;
const kept: Record<string, ShownFile> = {};

beforeAll(async () => {
  test_ = await testDatabase();
  place = await testKept();
  app = testApp(test_.db, () => now, undefined, { kept: place.kept });
  school = await importSchool(test_.db, sampleImport("one"), now);
  const member = { user_id: `account-${OWNER}`, role: "owner" as const, name: "O", email: OWNER };
  await test_.db.withSchool(school, (tx) => insertMember(tx, school, member));
  for (const name of [
    "folds.mp4",
    "folds.en.vtt",
    "folds.jpg",
    "fold-diary.pdf",
    "weekly-plan.pdf",
    "three-jars.png",
  ])
    kept[name] = (await (
      await bring(app, OWNER, "one", name, demoMedia(name))
    ).json()) as ShownFile;
});
afterAll(async () => {
  await test_.close();
  place.remove();
});

const id = (name: string) => kept[name]?.id as string;
const LESSON = "/schools/one/courses/c/draft/lessons";
const draftOf = async (lesson: string) =>
  (await (await app.ask(OWNER, "GET", `${LESSON}/${lesson}`)).json()) as LessonDraft;
const keep = async (
  lesson: string,
  part: unknown,
  materials: string[] = [],
  partRevision?: number,
) =>
  app.ask(OWNER, "PUT", `${LESSON}/${lesson}/part`, {
    part,
    materials,
    partRevision: partRevision ?? (await draftOf(lesson)).partRevision,
  });
const detail = async (response: Response) => ((await response.json()) as { detail: string }).detail;
const film = () => ({
  kind: "video",
  file: id("folds.mp4"),
  link: null,
  seconds: 31,
  poster: id("folds.jpg"),
  captions: [{ file: id("folds.en.vtt"), language: "en", label: "English" }],
  chapters: [{ at: 0, title: "One" }],
  needed: null,
});
/** Makes a lesson of a kind, and publishes. */
async function ofKind(lesson: string, kind: string): Promise<void> {
  const draft = (await (await app.ask(OWNER, "GET", "/schools/one/courses/c/draft")).json()) as {
    sequence: number;
  };
  await app.ask(OWNER, "POST", "/schools/one/courses/c/draft", {
    base: draft.sequence,
    clientId: `kind-${kind.replaceAll(" ", "-")}-client`,
    operations: [{ number: 1, operation: { type: "set-lesson", item: lesson, set: { kind } } }],
  });
}

test("a film with captions is kept, once however often it is sent, and stands in the draft with its files", async () => {
  const first = (await (await keep("l3", film())).json()) as PartKept;
  expect(first.partRevision).toBe(1);
  expect(Object.keys(first.files).sort()).toEqual(
    [id("folds.mp4"), id("folds.en.vtt"), id("folds.jpg")].sort(),
  );
  const again = (await (await keep("l3", film())).json()) as PartKept;
  expect(again.partRevision).toBe(1);
  const draft = await draftOf("l3");
  expect(draft.part).toEqual(film());
  expect(draft.text).toBe("");
});

test("a lesson that shows something is not empty, though nothing is written in it", async () => {
  const { course } = (await (
    await app.ask(OWNER, "GET", "/schools/one/courses/c/draft")
  ).json()) as {
    course: { modules: { lessons: { id: string; empty: boolean }[] }[] };
  };
  const lessons = course.modules.flatMap((module) => module.lessons);
  expect(lessons.find(({ id }) => id === "l3")?.empty).toBe(false);
  expect(lessons.find(({ id }) => id === "l2")?.empty).toBe(true);
});

test("two authors: the second is told, and nothing of the first is lost", async () => {
  const stale = await keep("l3", { ...film(), needed: 0.5 }, [], 0);
  expect(stale.status).toBe(409);
  expect((await draftOf("l3")).part).toEqual(film());
});

describe("what is refused, with what to do", () => {
  test("a file of another sort", async () => {
    const refused = await keep("l3", { ...film(), file: id("fold-diary.pdf") });
    expect(refused.status).toBe(422);
    expect(await detail(refused)).toBe("“fold-diary.pdf” is a PDF; here stands a video file.");
  });

  test("a file that is not kept", async () => {
    const refused = await keep("l3", { ...film(), file: "f".repeat(64) });
    expect(await detail(refused)).toContain("not kept here");
  });

  test("a page of a host that the school does not allow, until it does; its subdomains too", async () => {
    const page = { kind: "embedded page", link: "https://sheets.media.example.org/a", height: 480 };
    const refused = await keep("l2", page);
    expect(refused.status).toBe(422);
    expect(await detail(refused)).toContain("sheets.media.example.org");
    const allowed = await app.ask(OWNER, "PATCH", "/schools/one", { hosts: ["media.example.org"] });
    expect(allowed.status).toBe(200);
    expect((await keep("l2", page)).status).toBe(200);
    const alike = { ...page, link: "https://notmedia.example.org/a" };
    expect((await keep("l2", alike)).status).toBe(422);
  });

  test.each(["https://media.example.org/x", "media", "media.example.org/path", ""])(
    "“%s” is no host",
    async (host) => {
      expect((await app.ask(OWNER, "PATCH", "/schools/one", { hosts: [host] })).status).toBe(422);
    },
  );
});

test("a visitor reads a sample's film and its picture, by addresses that are everybody's", async () => {
  await keep("l3", film());
  await ofKind("l3", "video");
  const text = `Look:\n\n![three jars](file:${id("three-jars.png")})`;
  const { revision } = await draftOf("l3");
  await app.ask(OWNER, "PUT", `${LESSON}/l3`, { text, revision });
  await publish();
  const sample = (await (
    await app.ask(null, "GET", "/schools/one/catalog/c/samples/l3")
  ).json()) as Sample;
  expect(sample.part).toMatchObject({ kind: "video", file: id("folds.mp4") });
  const picture = sample.files[id("three-jars.png")] as ShownFile;
  const read = await app.ask(null, "GET", picture.url.replace("/api", ""));
  expect(read.status).toBe(200);
  expect(read.headers.get("content-type")).toBe("image/png");
});

test("a part of a kind that the lesson is not any more is kept, and not shown", async () => {
  await ofKind("l3", "text");
  await publish();
  const shown = (await (
    await app.ask(OWNER, "GET", "/schools/one/courses/c/lessons/l3")
  ).json()) as LessonText;
  expect(shown.part).toBeNull();
  expect((await draftOf("l3")).part).toEqual(film());
});

async function publish(): Promise<void> {
  expect((await app.ask(OWNER, "POST", "/schools/one/courses/c/versions")).status).toBe(200);
}

test("the texts that stood in a lesson are read, the newest first, and are nobody's of another lesson", async () => {
  for (const text of ["one", "two, longer"]) {
    const { revision } = await draftOf("l2");
    await app.ask(OWNER, "PUT", `${LESSON}/l2`, { text, revision });
  }
  const { revisions, next } = (await (
    await app.ask(OWNER, "GET", `${LESSON}/l2/revisions`)
  ).json()) as TextRevisions;
  expect(revisions.map(({ characters, author }) => [characters, author])).toEqual([
    [11, "owner"],
    [3, "owner"],
    [0, expect.any(String)],
  ]);
  expect(next).toBeNull();
  const first = revisions[1]?.number;
  const read = await app.ask(OWNER, "GET", `${LESSON}/l2/revisions/${first}`);
  expect(await read.json()).toMatchObject({ text: "one", author: "owner" });
  expect((await app.ask(OWNER, "GET", `${LESSON}/l2/revisions/999`)).status).toBe(404);
  expect((await app.ask(OWNER, "GET", `${LESSON}/none/revisions`)).status).toBe(404);
});

describe("the library", () => {
  const material = (title: string, file: string, more = {}) => ({
    title,
    author: "Rosa Teixeira",
    description: "",
    license: "CC-BY-4.0",
    file: id(file),
    download: true,
    ...more,
  });
  const add = async (body: unknown) =>
    (await (await app.ask(OWNER, "POST", "/schools/one/library", body)).json()) as Material;
  const library = async (query = "") =>
    (await (await app.ask(OWNER, "GET", `/schools/one/library${query}`)).json()) as Library;

  test("a material is put in, taken into two lessons, changed in one place, and stays while it is used", async () => {
    const diary = await add(material("Fold diary", "fold-diary.pdf"));
    await keep("l1", null, [diary.id]);
    await keep("l2", null, [diary.id]);
    expect((await library()).materials[0]).toMatchObject({ title: "Fold diary", usedIn: 2 });
    const changed = await app.ask(
      OWNER,
      "PUT",
      `/schools/one/library/${diary.id}`,
      material("Diary of folds", "weekly-plan.pdf"),
    );
    expect(changed.status).toBe(200);
    expect((await draftOf("l2")).materials[0]).toMatchObject({
      title: "Diary of folds",
      file: id("weekly-plan.pdf"),
    });
    const removed = await app.ask(OWNER, "DELETE", `/schools/one/library/${diary.id}`);
    expect(removed.status).toBe(409);
    expect(await detail(removed)).toContain("2 lessons");
    await keep("l1", null, []);
    await keep("l2", null, []);
    expect((await app.ask(OWNER, "DELETE", `/schools/one/library/${diary.id}`)).status).toBe(200);
    expect((await app.ask(OWNER, "DELETE", `/schools/one/library/${diary.id}`)).status).toBe(404);
  });

  test("it comes by title, page by page, found by a part of title, author or words", async () => {
    for (let i = 0; i < 60; i++)
      await add(
        material(
          `Sheet ${String(i).padStart(2, "0")}`,
          "fold-diary.pdf",
          i === 7 ? { description: "caraway" } : {},
        ),
      );
    const first = await library();
    expect(first.materials).toHaveLength(50);
    const rest = await library(`?after=${first.next}`);
    expect([...first.materials, ...rest.materials].map(({ title }) => title)).toEqual(
      Array.from({ length: 60 }, (_, i) => `Sheet ${String(i).padStart(2, "0")}`),
    );
    expect(rest.next).toBeNull();
    expect((await library("?find=CARAWAY")).materials.map(({ title }) => title)).toEqual([
      "Sheet 07",
    ]);
    expect((await library("?find=100%25")).materials).toEqual([]);
    expect((await app.ask(OWNER, "GET", "/schools/one/library?after=nowhere")).status).toBe(400);
  });

  test("a license is one that is known", async () => {
    const refused = await app.ask(
      OWNER,
      "POST",
      "/schools/one/library",
      material("X", "fold-diary.pdf", { license: "MINE" }),
    );
    expect(refused.status).toBe(422);
  });
});

test("a copy of a course shows what the course shows", async () => {
  const made = (await (
    await app.ask(OWNER, "POST", "/schools/one/courses", { title: "Bread again", copyOf: "c" })
  ).json()) as { id: string };
  const draft = (await (
    await app.ask(OWNER, "GET", `/schools/one/courses/${made.id}/draft/lessons/l3`)
  ).json()) as LessonDraft;
  expect(draft.part).toEqual(film());
  expect(draft.text).toContain("three jars");
});

test("files that nothing shows go after a week, and no others", async () => {
  const lonely = (await (
    await bring(app, OWNER, "one", "lonely.txt", Buffer.from("nobody shows me"))
  ).json()) as ShownFile;
  const later = (Date.now() + 8 * DAY) as Instant;
  expect(await sweepFiles(test_.db, place.kept, Date.now() as Instant)).toBe(0);
  expect(await sweepFiles(test_.db, place.kept, later)).toBeGreaterThanOrEqual(1);
  now = (now + 1) as typeof now;
  expect(await place.kept.store.has(school, lonely.id, lonely.bytes)).toBe(false);
  expect((await app.ask(OWNER, "GET", lonely.url.replace("/api", ""))).status).toBe(404);
  // What a lesson shows, or has shown, is there still.
  for (const name of ["folds.mp4", "folds.en.vtt", "three-jars.png", "fold-diary.pdf"])
    expect(await place.kept.store.has(school, id(name), kept[name]?.bytes ?? 0)).toBe(true);
});
