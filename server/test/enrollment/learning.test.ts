/** Learning in a lesson: what was really seen counts, notes are one's own, questions are answered and kept in order. */
import type { MyLesson } from "@dawngate/contract/enrollment";
import type { ShownFile } from "@dawngate/contract/files";
import type { Asked, Note, Question, Questions, Seen } from "@dawngate/contract/learning";
import type { Today } from "@dawngate/contract/today";
import { importSchool } from "../../src/import/import";
import { insertMember, replaceCohorts } from "../../src/school/staff-store";
import { linkPerson } from "../../src/school/store";
import { type TestApp, testApp } from "../helpers/app";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { bring, demoMedia, testKept } from "../helpers/kept";
import { instant, sampleImport } from "../helpers/sample";

let now = instant("2027-03-10T12:00:00Z");
const later = (seconds: number) => {
  now = (now + seconds * 1000) as typeof now;
};
const OWNER = "owner@example.org";
const AUTHOR = "author@example.org";
const TEACHER = "teacher@example.org";
const ANA = "ana@example.org";
let test_: TestDatabase;
let app: TestApp;
let place: Awaited<ReturnType<typeof testKept>>;
let film: ShownFile;

const C = "/schools/one/courses/c";
const LESSON = "/schools/one/shelf/e1/lessons/l1";

beforeAll(async () => {
  test_ = await testDatabase();
  place = await testKept();
  app = testApp(test_.db, () => now, undefined, { kept: place.kept });
  const school = await importSchool(test_.db, sampleImport("one"), now);
  await test_.db.withSchool(school, async (tx) => {
    for (const [email, role] of [
      [OWNER, "owner"],
      [AUTHOR, "author"],
      [TEACHER, "instructor"],
    ] as const)
      await insertMember(tx, school, { user_id: `account-${email}`, role, name: email, email });
    await replaceCohorts(tx, school, `account-${TEACHER}`, ["k"]);
    await linkPerson(tx, `account-${ANA}`, ANA);
  });
  film = (await (
    await bring(app, OWNER, "one", "folds.mp4", demoMedia("folds.mp4"))
  ).json()) as ShownFile;
  const draft = (await (await app.ask(OWNER, "GET", `${C}/draft`)).json()) as { sequence: number };
  await app.ask(OWNER, "POST", `${C}/draft`, {
    base: draft.sequence,
    clientId: "client-of-the-test",
    operations: [
      { number: 1, operation: { type: "set-lesson", item: "l1", set: { kind: "video" } } },
    ],
  });
  await app.ask(OWNER, "PUT", `${C}/draft/lessons/l1/part`, {
    part: {
      kind: "video",
      file: film.id,
      link: null,
      seconds: 600,
      poster: null,
      captions: [],
      chapters: [],
      needed: 0.9,
    },
    materials: [],
    partRevision: 0,
  });
  expect((await app.ask(OWNER, "POST", `${C}/versions`)).status).toBe(200);
  // It was ticked before it was a film.
  await app.ask(ANA, "PUT", LESSON, { done: false, key: "not-done-after-all" });
});
afterAll(async () => {
  await test_.close();
  place.remove();
});

const told = async <T>(response: Response | Promise<Response>) =>
  (await (await response).json()) as T;
const open = (who = ANA) => app.ask(who, "POST", LESSON);
const tell = (stretches: [number, number][], position: number) =>
  app.ask(ANA, "PUT", `${LESSON}/seen`, { stretches, position });
const tick = (key: string) => app.ask(ANA, "PUT", LESSON, { done: true, key });

describe("what of a film was seen", () => {
  test("it is not done before as much was seen as its author asks for", async () => {
    const opened = await told<MyLesson>(open());
    expect(opened.seen).toMatchObject({ stretches: [], share: 0, needed: 0.9, enough: false });
    const refused = await tick("too-early-1");
    expect(refused.status).toBe(409);
    expect((await told<{ detail: string }>(refused)).detail).toBe(
      "This is done when 90 % of it was seen; so far you have seen 0 %.",
    );
  });

  test("more than could be played since is not believed, and changes nothing", async () => {
    later(10);
    expect((await tell([[0, 600]], 600)).status).toBe(422);
    expect((await told<MyLesson>(open())).seen?.stretches).toEqual([]);
  });

  test("it adds up over devices and days, without what was dragged over; where one stopped is remembered", async () => {
    later(200);
    expect(await told<Seen>(tell([[0, 180]], 180))).toMatchObject({ share: 0.3 });
    later(3600);
    expect(
      await told<Seen>(
        tell(
          [
            [170, 300],
            [590, 600],
          ],
          300,
        ),
      ),
    ).toMatchObject({ enough: false });
    const again = await told<MyLesson>(open());
    expect(again.seen?.position).toBe(300);
    expect(again.seen?.stretches).toEqual([
      [0, 300],
      [590, 600],
    ]);
    expect((await tick("too-early-2")).status).toBe(409);
  });

  test("once enough was seen it can be done", async () => {
    later(3600);
    expect(await told<Seen>(tell([[295, 540]], 540))).toMatchObject({ enough: true });
    expect((await tick("in-time-1")).status).toBe(200);
    expect((await told<MyLesson>(open())).done).toBe(true);
  });

  test("stretches that cannot be are refused", async () => {
    expect((await tell([[-5, 10]], 10)).status).toBe(422);
    expect((await tell([[0, 1e9]], 10)).status).toBe(422);
    const many = Array.from({ length: 501 }, (_, i): [number, number] => [i, i + 0.5]);
    expect((await tell(many, 10)).status).toBe(422);
  });

  test("nobody tells it for somebody else, nor of a lesson without a film", async () => {
    const other = await app.ask("visitor@example.org", "PUT", `${LESSON}/seen`, {
      stretches: [],
      position: 0,
    });
    expect(other.status).toBe(404);
    const none = await app.ask(ANA, "PUT", "/schools/one/shelf/e1/lessons/l3/seen", {
      stretches: [],
      position: 0,
    });
    expect(none.status).toBe(404);
  });
});

describe("notes of one's own", () => {
  const NOTES = `${LESSON}/notes`;
  const notes = () => told<{ notes: Note[] }>(app.ask(ANA, "GET", NOTES));

  test("they stand by their place in the film, are changed and removed, and nobody else's are reached", async () => {
    const late = await told<Note>(app.ask(ANA, "POST", NOTES, { place: 320, text: "pull slower" }));
    await app.ask(ANA, "POST", NOTES, { place: null, text: "buy a bowl" });
    await app.ask(ANA, "POST", NOTES, { place: 12, text: " wet the hand " });
    expect((await notes()).notes.map(({ text }) => text)).toEqual([
      "wet the hand",
      "pull slower",
      "buy a bowl",
    ]);
    await app.ask(ANA, "PUT", `${NOTES}/${late.id}`, { place: 320, text: "pull even slower" });
    expect((await notes()).notes[1]?.text).toBe("pull even slower");
    for (const [method, path] of [
      ["GET", NOTES],
      ["PUT", `${NOTES}/${late.id}`],
      ["DELETE", `${NOTES}/${late.id}`],
    ] as const)
      expect(
        (
          await app.ask(
            "visitor@example.org",
            method,
            path,
            method === "PUT" ? { place: null, text: "x" } : undefined,
          )
        ).status,
      ).toBe(404);
    expect((await app.ask(OWNER, "GET", NOTES)).status).toBe(404);
    expect((await app.ask(ANA, "DELETE", `${NOTES}/${late.id}`)).status).toBe(200);
    expect((await app.ask(ANA, "DELETE", `${NOTES}/${late.id}`)).status).toBe(404);
    expect((await told<MyLesson>(open())).notes).toBe(2);
  });

  test("an empty note and one of 6,000 characters are refused", async () => {
    expect((await app.ask(ANA, "POST", NOTES, { place: null, text: "  " })).status).toBe(422);
    expect(
      (await app.ask(ANA, "POST", NOTES, { place: null, text: "x".repeat(6000) })).status,
    ).toBe(422);
  });

  test("a lesson takes two hundred, and says so", async () => {
    for (let i = 0; i < 198; i++) await app.ask(ANA, "POST", NOTES, { place: i, text: `n${i}` });
    const more = await app.ask(ANA, "POST", NOTES, { place: null, text: "one more" });
    expect(more.status).toBe(409);
  });
});

describe("questions under a lesson", () => {
  const QUESTIONS = `${LESSON}/questions`;
  const asked = (who: string, query = "") =>
    told<Asked>(app.ask(who, "GET", `${C}/questions${query}`));
  let first: Question;

  test("one is asked once however often the press is sent, and waits for the school", async () => {
    const body = { place: 12, text: "Is it the flour?", key: "press-number-1" };
    first = await told<Question>(app.ask(ANA, "POST", QUESTIONS, body));
    await app.ask(ANA, "POST", QUESTIONS, body);
    const { questions } = await told<Questions>(app.ask(ANA, "GET", QUESTIONS));
    expect(questions).toHaveLength(1);
    expect(questions[0]).toMatchObject({
      text: "Is it the flour?",
      mine: true,
      waits: true,
      place: 12,
    });
    expect(await asked(OWNER, "?waits=yes")).toMatchObject({ waiting: 1 });
    expect((await asked(OWNER)).questions[0]).toMatchObject({
      title: "First",
      lesson: "l1",
      enrollment: "e1",
    });
  });

  test("it stands on Today for those who can answer", async () => {
    const { needs } = await told<Today>(app.ask(OWNER, "GET", "/schools/one/today"));
    expect(needs).toContainEqual(
      expect.objectContaining({ kind: "asked", course: "c", number: 1 }),
    );
  });

  test("authors answer for their courses; an instructor reads and answers only their own cohorts' questions", async () => {
    expect((await asked(AUTHOR)).questions).toHaveLength(1);
    expect((await asked(TEACHER)).questions).toHaveLength(0);
    const body = { text: "Mine too", key: "press-number-2" };
    expect(
      (await app.ask(TEACHER, "POST", `${C}/questions/${first.id}/answers`, body)).status,
    ).toBe(404);
    expect((await app.ask(ANA, "GET", `${C}/questions`)).status).toBe(403);
  });

  test("an answer of the school ends the wait; who asks on waits again", async () => {
    later(60);
    const answered = await told<Question>(
      app.ask(OWNER, "POST", `${C}/questions/${first.id}/answers`, {
        text: "Wet your hand.",
        key: "press-number-3",
      }),
    );
    // They are told once, however often the press is sent.
    await app.ask(OWNER, "POST", `${C}/questions/${first.id}/answers`, {
      text: "Wet your hand.",
      key: "press-number-3",
    });
    const mails = app.mails.filter(({ subject }) => subject.includes("was answered"));
    expect(mails.map(({ to, subject }) => [to, subject])).toEqual([
      [ANA, "Your question about “First” was answered"],
    ]);
    expect(mails[0]?.text).toContain("Wet your hand.");
    expect(mails[0]?.text).toContain("/one/shelf/e1/l1");
    expect(answered).toMatchObject({
      waits: false,
      answers: [{ staff: true, text: "Wet your hand." }],
    });
    later(60);
    const more = await told<Question>(
      app.ask(ANA, "POST", `${QUESTIONS}/${first.id}/answers`, {
        text: "And then?",
        key: "press-number-4",
      }),
    );
    expect(more.waits).toBe(true);
    expect(more.answers.map(({ staff, mine }) => [staff, mine])).toEqual([
      [true, false],
      [false, true],
    ]);
  });

  test("what is taken out of sight nobody who learns reads any more; staff do, and bring it back", async () => {
    const hide = (hidden: boolean) =>
      app.ask(OWNER, "PATCH", `${C}/questions/${first.id}`, { answer: null, hidden });
    await hide(true);
    expect((await told<Questions>(app.ask(ANA, "GET", QUESTIONS))).questions).toEqual([]);
    expect((await asked(OWNER)).questions[0]?.hidden).toBe(true);
    expect((await asked(OWNER, "?waits=yes")).waiting).toBe(0);
    await hide(false);
    expect((await told<Questions>(app.ask(ANA, "GET", QUESTIONS))).questions).toHaveLength(1);
  });

  test("pages: the newest first, none twice, none left out", async () => {
    for (let i = 0; i < 40; i++) {
      later(1);
      await app.ask(ANA, "POST", QUESTIONS, { place: null, text: `q${i}`, key: `page-press-${i}` });
    }
    const one = await told<Questions>(app.ask(ANA, "GET", QUESTIONS));
    const two = await told<Questions>(app.ask(ANA, "GET", `${QUESTIONS}?after=${one.next}`));
    const texts = [...one.questions, ...two.questions].map(({ text }) => text);
    expect(texts).toHaveLength(41);
    expect(texts[0]).toBe("q39");
    expect(new Set(texts).size).toBe(41);
    expect(two.next).toBeNull();
  });

  test("where questions are shut, what was asked stays, and nothing is added", async () => {
    await app.ask(OWNER, "PATCH", C, { questions: false });
    expect((await told<MyLesson>(open())).questions).toBe(false);
    const refused = await app.ask(ANA, "POST", QUESTIONS, {
      place: null,
      text: "More?",
      key: "press-after-1",
    });
    expect(refused.status).toBe(409);
    expect(
      (await told<Questions>(app.ask(ANA, "GET", QUESTIONS))).questions.length,
    ).toBeGreaterThan(0);
    await app.ask(OWNER, "PATCH", C, { questions: true });
  });

  test("under a lesson that is shut nobody reads or asks", async () => {
    const shut = "/schools/one/shelf/e1/lessons/l2/questions";
    expect((await app.ask(ANA, "GET", shut)).status).toBe(403);
    expect(
      (await app.ask(ANA, "POST", shut, { place: null, text: "x", key: "press-shut-1" })).status,
    ).toBe(403);
  });
});
