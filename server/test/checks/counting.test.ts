/** Another way of counting a quiz that people have taken: seen first for whom it changes what, then kept for all of them. */
import type {
  AttemptSeen,
  Attempts,
  HandedIn,
  MarkedAgain,
  MyQuiz,
  QuestionAnalysis,
} from "@dawngate/contract/checks";
import { COURSE, quizSchool, RULES } from "../helpers/quiz-school";

const school = quizSchool();
const { ask, told } = school;
const part = (change: object) => ({
  ...RULES,
  parts: [school.part("q1", "q2")],
  wait: null,
  retakeCost: 0,
  ...change,
});
const look = (change: object, status = 200) =>
  ask<MarkedAgain>("POST", `${COURSE}/draft/lessons/l1/quiz/marks`, { part: part(change) }, status);
const passed = async () =>
  (await ask<Attempts>("GET", `${COURSE}/lessons/l1/attempts`)).attempts
    .filter((one) => one.passed)
    .map(({ name }) => name)
    .sort();
const passes = async (enrollment: string) =>
  (
    await ask<{ events: { kind: string }[] }>("GET", `${COURSE}/enrollments/${enrollment}/events`)
  ).events.filter(({ kind }) => kind === "passed").length;

/** Somebody takes it: how many of the two they have right. */
async function take(i: number, right: number): Promise<void> {
  const guest = school.as(`guest-000${i}@example.org`, `guest-000${i}`);
  const id = (await told<MyQuiz>(guest.begin(`press-${i}-12345`))).running?.id ?? "";
  await told(guest.save(id, { q1: right > 0, q2: right > 1 }));
  await told<HandedIn>(guest.handIn(id));
}

beforeAll(async () => {
  await school.type("Rye drinks.\n= true\n\nWheat drinks.\n= true\n");
  await school.rule(part({}));
  await take(0, 2);
  await take(1, 1);
  await take(2, 0);
});

test("who passes by a lower mark, and who would not by a higher one, is named before it is kept", async () => {
  expect(await look({ passMark: 50 })).toMatchObject({
    looked: 3,
    all: true,
    passes: 1,
    fails: 0,
    people: [{ name: "Guest 0001", before: 0.5, after: 0.5, change: "passes" }],
  });
  // Of points that make 100 %, one alone.
  expect(await look({ outOf: 1 })).toMatchObject({
    passes: 1,
    people: [{ name: "Guest 0001", before: 0.5, after: 1, change: "passes" }],
  });
  expect(await look({ outOf: 8 })).toMatchObject({ passes: 0, fails: 1, scores: 1 });
  expect(await look({ show: "never", atOnce: true })).toMatchObject({ people: [], scores: 0 });
  // Nothing of it was kept.
  await school.owned().app.workOff();
  expect(await passed()).toEqual(["Guest 0000"]);
});

test("kept, whoever passes by it has passed without coming by; once passed, passed", async () => {
  await school.rule(part({ passMark: 50 }));
  await school.owned().app.workOff();
  expect(await passed()).toEqual(["Guest 0000", "Guest 0001"]);
  expect(await passes("guest-0001")).toBe(1);
  await school.rule(part({ passMark: 90 }));
  await school.owned().app.workOff();
  expect(await passed()).toEqual(["Guest 0000"]);
  expect(await passes("guest-0001")).toBe(1);
});

test("a question left out counts in no attempt, is asked no more, and can be let count again", async () => {
  const out = part({ passMark: 90, uncounted: ["q2"] });
  expect(await look(out)).toMatchObject({
    passes: 1,
    people: [{ name: "Guest 0001", before: 0.5, after: 1, change: "passes" }],
  });
  await school.rule(out);
  await school.owned().app.workOff();
  expect(await passed()).toEqual(["Guest 0000", "Guest 0001"]);
  const all = (await ask<Attempts>("GET", `${COURSE}/lessons/l1/attempts`)).attempts;
  const id = all.find(({ name }) => name === "Guest 0000")?.id;
  const seen = await ask<AttemptSeen>("GET", `${COURSE}/lessons/l1/attempts/${id}`);
  expect(seen).toMatchObject({ earned: 1, possible: 1 });
  // What was answered to it stays on record.
  expect(
    seen.questions?.map(({ question, answer, points }) => [question.id, answer, points]),
  ).toEqual([
    ["q1", true, 1],
    ["q2", true, null],
  ]);
  const guest = school.as("guest-0002@example.org", "guest-0002");
  const { running } = await told<MyQuiz>(guest.begin("press-again-12345"));
  expect(running?.parts.flatMap(({ questions }) => questions.map((one) => one.id))).toEqual(["q1"]);
  const analysis = await ask<QuestionAnalysis>("GET", `${COURSE}/lessons/l1/analysis`);
  expect(analysis.questions.map(({ question, asked }) => [question.id, asked])).toEqual([
    ["q1", 3],
    ["q2", 0],
  ]);
  expect(analysis.months).toEqual([{ month: "2027-03", enrollees: 3, mean: 0.667 }]);
  expect(analysis.questions.map(({ overTime }) => overTime)).toEqual([[0.667], [null]]);
  await school.rule(part({ passMark: 90 }));
  await school.owned().app.workOff();
  expect(await passed()).toEqual(["Guest 0000"]);
});

test("one question counts at least", async () => {
  const problem = await ask<{ errors: { path: string; reason: string }[] }>(
    "PUT",
    `${COURSE}/draft/lessons/l1/part`,
    { part: part({ uncounted: ["q1", "q2"] }), materials: [], partRevision: 0 },
    422,
  );
  expect(problem.errors).toEqual([
    { path: "part.uncounted", reason: "At least one question counts: leave one of them in" },
  ]);
});

test("what is no quiz is not looked at", async () => {
  await ask("POST", `${COURSE}/draft/lessons/l1/quiz/marks`, { part: { kind: "audio" } }, 422);
  await ask("POST", `${COURSE}/draft/lessons/none/quiz/marks`, { part: part({}) }, 404);
});
