/** The commands of notices and checks, as they are called: keys, ends, faults. */
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { dawngate as run } from "./command";

const folder = mkdtempSync(join(tmpdir(), "dawngate-rooms-"));
afterAll(() => rmSync(folder, { recursive: true }));
const file = (name: string, content: unknown) => {
  const path = join(folder, name);
  writeFileSync(path, typeof content === "string" ? content : JSON.stringify(content));
  return path;
};
const dawngate = (...words: string[]) => run(words);
const paths = (errors: string) =>
  errors
    .trimEnd()
    .split("\n")
    .map((line) => line.split(": ")[0]);

const plan = file("plan.json", {
  dawnGatePlan: 1,
  school: { timeZone: "Europe/Lisbon", currency: "EUR" },
  courses: [
    {
      id: "c",
      title: "Course",
      modules: [{ id: "m1", title: "One", lessons: [{ id: "l1", title: "First", kind: "text" }] }],
    },
  ],
  cohorts: [],
  enrollments: [
    {
      id: "e1",
      course: "c",
      timeZone: "Europe/Lisbon",
      enrolledAt: "2027-03-05T14:20:00Z",
      events: [],
    },
  ],
});
const settings = {
  dawnGateNotices: 1,
  hour: "09:00",
  people: [{ id: "p1", timeZone: "Europe/Lisbon", enrollments: [{ id: "e1" }] }],
};
const settingsFile = file("settings.json", settings);

test("dawngate notices prints what goes out, and takes its own output as what was sent", async () => {
  const ask = (...more: string[]) =>
    dawngate(
      "notices",
      "--plan",
      plan,
      "--settings",
      settingsFile,
      "--from",
      "2027-03-05T00:00:00Z",
      ...more,
    );
  const first = await ask("--to", "2027-03-06T00:00:00Z");
  expect([first.code, first.errors]).toEqual([0, ""]);
  const printed = JSON.parse(first.output);
  expect(Object.keys(printed)).toEqual(["from", "to", "notices", "wrong"]);
  expect(Object.keys(printed.notices[0])).toEqual(["kind", "person", "at", "notAfter", "about"]);
  const sent = file("sent.json", first.output);
  expect(
    JSON.parse((await ask("--to", "2027-03-06T00:00:00Z", "--sent", sent)).output).notices,
  ).toEqual([]);
  expect((await ask("--to", "2027-03-04T00:00:00Z")).code).toBe(2);
  const wrong = file("wrong.json", {
    ...settings,
    hour: 9,
    people: [{ ...settings.people[0], off: ["x"] }],
  });
  const refused = await dawngate(
    "notices",
    "--plan",
    plan,
    "--settings",
    wrong,
    "--from",
    "2027-03-05T00:00:00Z",
    "--to",
    "2027-03-05T00:00:00Z",
  );
  expect([refused.code, refused.output, paths(refused.errors)]).toEqual([1, "", ["settings.hour"]]);
});

test("dawngate score and analysis print what was taken; what is no quiz is refused as a whole", async () => {
  const quiz = file("quiz.json", {
    dawnGateQuiz: 1,
    id: "z1",
    questions: [{ id: "q1", kind: "true-false", points: 1, right: true }],
    parts: [{ id: "p1", ask: ["q1"] }],
    passMark: 60,
    enrollments: [{ id: "e1" }],
    attempts: [
      {
        id: "t1",
        enrollment: "e1",
        startedAt: "2027-05-03T10:00Z",
        submittedAt: "2027-05-03T10:20:00.5Z",
        answers: [{ question: "q1", answer: true, at: "2027-05-03T10:04:10Z" }],
      },
    ],
  });
  const scored = await dawngate("score", "--quiz", quiz, "--at", "2027-05-03T12:00:00Z");
  expect([scored.code, scored.errors]).toEqual([0, ""]);
  const { enrollments } = JSON.parse(scored.output);
  expect(Object.keys(enrollments[0])).toEqual([
    "id",
    "counts",
    "score",
    "passed",
    "passedAt",
    "attemptsLeft",
    "next",
    "rightAnswersShown",
    "attempts",
  ]);
  expect(enrollments[0].attempts[0]).toMatchObject({
    startedAt: "2027-05-03T10:00:00Z",
    endedAt: "2027-05-03T10:20:00.500Z",
    score: 1,
  });
  const analyzed = JSON.parse((await dawngate("analysis", "--quiz", quiz)).output);
  expect(Object.keys(analyzed)).toEqual([
    "enrollees",
    "mean",
    "standardDeviation",
    "alpha",
    "flags",
    "questions",
  ]);
  for (const text of ["", "{", "[]"]) {
    const refused = await dawngate(
      "score",
      "--quiz",
      file("bad.json", text),
      "--at",
      "2027-05-03T12:00:00Z",
    );
    expect([refused.code, refused.output, paths(refused.errors)]).toEqual([1, "", ["(quiz)"]]);
  }
  expect((await dawngate("score", "--quiz", quiz, "--at", "noon")).code).toBe(2);
});
