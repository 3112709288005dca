/** Making a quiz and looking at it: the bank, draws, limits, more for one person, a key that was wrong, what questions are worth. */
import type {
  Allowances,
  AttemptSeen,
  Attempts,
  Bank,
  BankQuestion,
  CourseQuizzes,
  HandedIn,
  MarkedAgain,
  MyQuiz,
  QuestionAnalysis,
  QuestionsKept,
  QuizDraft,
} from "@dawngate/contract/checks";
import type { Question } from "@dawngate/core/checks";
import { insertMember, setCourses } from "../../src/school/staff-store";
import { ANA, COURSE, MINE, quizSchool } from "../helpers/quiz-school";

const school = quizSchool();
const { ask, by, told, see, begin, save, forward } = school;
const QUESTIONS = "/schools/one/questions";
const AUTHOR = "author@example.org";
const DOUGH = `# dough
Rye drinks the most.
= true
Wheat drinks the least.
= true
Salt is an enzyme.
= false
Name one
~ levain
`;
let kept: BankQuestion[] = [];
const of = (id: string): BankQuestion => {
  const found = kept.find(({ question }) => question.id === id);
  if (!found) throw new Error(`No question ${id}`);
  return found;
};
const change = (question: Question, number: number, whom: "everybody" | "new") => ({
  place: null,
  for: whom,
  questions: [{ question, number }],
});

beforeAll(async () => {
  kept = await school.type(DOUGH, "d");
  await school.rule({
    parts: [school.part("d4", { draw: 2, category: "dough" })],
    wait: null,
    retakeCost: 0,
    retake: "missed",
    limit: "PT30M",
    attemptsAllowed: 2,
    show: "never",
  });
});

describe("the bank", () => {
  test("is found by words and by category, with who wrote what, and where it is asked", async () => {
    const bank = await ask<Bank>("GET", `${QUESTIONS}?find=ENZYME&category=dough`);
    expect(bank.questions.map(({ question }) => question.id)).toEqual(["d3"]);
    expect(bank.categories).toEqual([{ category: "dough", count: 4 }]);
    const all = await ask<Bank>("GET", QUESTIONS);
    expect(all.questions.map(({ usedIn }) => usedIn)).toEqual([0, 0, 0, 1]);
    const draft = await ask<QuizDraft>("GET", `${COURSE}/draft/lessons/l1/quiz`);
    expect(draft.questions).toHaveLength(4);
    expect(draft.taken).toBe(0);
  });

  test("two who change one question at a time do not overwrite each other", async () => {
    const { question, number } = of("d1");
    const mine = { ...question, explanation: "Bran." };
    const theirs = { ...question, explanation: "Rye flour has more bran." };
    const one = await ask<QuestionsKept>("PUT", QUESTIONS, change(mine, number, "new"));
    expect(one.questions[0]).toMatchObject({ number: 2 });
    await ask("PUT", QUESTIONS, change(theirs, number, "new"), 409);
    // The same once more is no change.
    await ask("PUT", QUESTIONS, change(mine, number, "new"));
    kept = (await ask<Bank>("GET", QUESTIONS)).questions;
    expect(of("d1")).toMatchObject({ number: 2, question: { explanation: "Bran." } });
  });

  test("a question without anything right, or two of one name, is refused and says where", async () => {
    const bad = { ...of("d4").question, right: [["…"]] } as Question;
    const refused = await ask<{ faults?: { path: string }[] }>(
      "PUT",
      QUESTIONS,
      change(bad, 1, "new"),
      422,
    );
    expect(JSON.stringify(refused)).toContain("questions[0].question.right");
    const twice = change(of("d1").question, 2, "new");
    await ask(
      "PUT",
      QUESTIONS,
      { ...twice, questions: [...twice.questions, ...twice.questions] },
      422,
    );
  });

  test("what a lesson asks by name cannot be taken out", async () => {
    await ask("DELETE", `${QUESTIONS}/d4`, undefined, 409);
    await ask("DELETE", `${QUESTIONS}/none`, undefined, 404);
  });

  test("whoever edits other courses alone changes nothing that this one asks", async () => {
    const other = await ask<{ id: string }>("POST", "/schools/one/courses", { title: "Other" });
    const { test_, school: id } = school.owned();
    const author = { user_id: "account-author@example.org", name: "author", email: AUTHOR };
    await test_.db.withSchool(id, async (tx) => {
      await insertMember(tx, id, { ...author, role: "author" });
      await setCourses(tx, id, author.user_id, [other.id]);
    });
    const { question, number } = of("d4");
    const mine = change({ ...question, explanation: "Mine." }, number, "everybody");
    for (const [method, path] of [
      ["PUT", QUESTIONS],
      ["POST", `${QUESTIONS}/marks`],
    ] as const) {
      const refused = await by(AUTHOR, method, path, mine);
      expect(refused.status).toBe(409);
      expect(JSON.stringify(await refused.json())).toContain("A course that you do not edit");
    }
    expect((await by(AUTHOR, "DELETE", `${QUESTIONS}/d4`)).status).toBe(409);
    const own = { ...question, id: "of-the-author" };
    expect((await by(AUTHOR, "PUT", QUESTIONS, change(own, 0, "new"))).status).toBe(200);
    await ask("DELETE", `${QUESTIONS}/of-the-author`);
  });

  test("what is right is for whoever edits courses", async () => {
    for (const path of [QUESTIONS, `${COURSE}/draft/lessons/l1/quiz`])
      expect((await by(ANA, "GET", path)).status).toBe(403);
    expect((await by(null, "GET", QUESTIONS)).status).toBe(401);
    expect(await (await by(ANA, "GET", MINE)).text()).not.toContain("levain");
  });
});

describe("an attempt with a limit", () => {
  let attempt = "";

  test("draws what it asks, keeps the order, and ends by the server's clock", async () => {
    const begun = await told<MyQuiz>(begin("first-press"));
    attempt = begun.running?.id ?? "";
    const asked = begun.running?.parts[0]?.questions.map(({ id }) => id) ?? [];
    expect(asked[0]).toBe("d4");
    expect(asked).toHaveLength(3);
    expect(begun.running?.until).toBe("2027-03-10T12:30:00Z");
    expect((await see()).running?.parts[0]?.questions.map(({ id }) => id)).toEqual(asked);
    // One of them is taken out of the bank meanwhile: who was asked it keeps it.
    await ask("DELETE", `${QUESTIONS}/${asked[2]}`);
    expect((await see()).running?.parts[0]?.questions.map(({ id }) => id)).toEqual(asked);
    for (const id of asked)
      await told(save(attempt, { [id]: id === "d4" ? "A levain" : id !== "d3" }));
  });

  test("a quarter of an hour more for one person holds at once; the reason stays on the record", async () => {
    await ask("PUT", `${COURSE}/people/e1/quizzes/l1`, {
      minutes: 15,
      attempts: 1,
      reason: "Reads slowly on a screen",
    });
    expect((await see()).running?.until).toBe("2027-03-10T12:45:00Z");
    expect((await see()).rules).toMatchObject({ limit: 45, attempts: 3 });
    const { quizzes } = await ask<Allowances>("GET", `${COURSE}/people/e1/quizzes`);
    expect(quizzes).toMatchObject([
      { lesson: "l1", minutes: 15, attempts: 1, state: "running", limit: 30, left: 2 },
    ]);
    expect((await by(ANA, "PUT", `${COURSE}/people/e1/quizzes/l1`, {})).status).toBe(403);
    const changes = await ask<{ changes: { what: string }[] }>("GET", "/schools/one/changes");
    expect(JSON.stringify(changes)).toContain("Reads slowly on a screen");
  });

  test("what comes after its end is kept and counts for nothing", async () => {
    forward(46);
    const late = await told<{ ended: boolean }>(save(attempt, { d4: "sourdough" }));
    expect(late.ended).toBe(true);
    const stood = await see();
    expect(stood.running).toBeNull();
    expect(stood.attempts[0]).toMatchObject({ late: 1, endedAt: "2027-03-10T12:45:00Z", score: 1 });
  });

  test("whoever never came back has passed all the same, with the end of the attempt as its instant", async () => {
    await school.owned().app.workOff();
    const line = await ask<Attempts>("GET", `${COURSE}/lessons/l1/attempts?state=passed`);
    expect(line.attempts).toMatchObject([
      { id: attempt, name: "Ana Prado", score: 1, passed: true, endedAt: "2027-03-10T12:45:00Z" },
    ]);
    const mine = await (await by(ANA, "GET", "/schools/one/shelf/e1")).json();
    expect(JSON.stringify(mine)).toContain('"done":true');
  });

  test("where only what was missed is asked again and all is right, there is nothing to try", async () => {
    const refused = await begin("once-more-1");
    expect(refused.status).toBe(409);
    expect(((await refused.json()) as { detail: string }).detail).toMatch(/^Everything is right/);
  });
});

describe("looking", () => {
  test("the quizzes of a course, a page of attempts, one answer by answer with what is right", async () => {
    expect(await ask<CourseQuizzes>("GET", `${COURSE}/quizzes`)).toEqual({
      quizzes: [{ lesson: "l1", title: "First", module: "One", asks: 3 }],
      surveys: [],
      assignments: [],
    });
    const { attempts, next } = await ask<Attempts>("GET", `${COURSE}/lessons/l1/attempts`);
    expect(next).toBeNull();
    const seen = await ask<AttemptSeen>(
      "GET",
      `${COURSE}/lessons/l1/attempts/${attempts[0]?.id ?? ""}`,
    );
    expect(seen.name).toBe("Ana Prado");
    expect(seen.questions?.[0]).toMatchObject({
      answer: "A levain",
      why: "1 of 1 keyword found",
      right: [["levain"]],
    });
    expect((await by(ANA, "GET", `${COURSE}/lessons/l1/attempts`)).status).toBe(403);
  });

  test("of one cohort alone, where nobody has tried it yet", async () => {
    const { attempts } = await ask<Attempts>("GET", `${COURSE}/lessons/l1/attempts?cohort=k`);
    expect(attempts).toEqual([]);
    const analysis = await ask<QuestionAnalysis>("GET", `${COURSE}/lessons/l1/analysis?cohort=k`);
    expect(analysis.enrollees).toBe(0);
  });

  test("what the questions are worth", async () => {
    const worth = await ask<QuestionAnalysis>("GET", `${COURSE}/lessons/l1/analysis`);
    // Its time was up: that is handed in.
    expect(worth).toMatchObject({ enrollees: 1, all: true, mean: 1, flags: ["few"] });
    expect(worth.questions.find(({ question }) => question.id === "d4")).toMatchObject({
      asked: 1,
      difficulty: 1,
      places: [1],
    });
    await ask("GET", `${COURSE}/lessons/l2/analysis`, undefined, 404);
  });
});

describe("a key that was wrong", () => {
  test("who would pass by the new key is named before it is kept; then they pass", async () => {
    const text = "Which is oldest?\n* Wheat\n- Einkorn\n";
    kept = [...kept, ...(await school.type(text, "k"))];
    await school.rule({
      parts: [school.part("k1")],
      limit: null,
      attemptsAllowed: null,
      passMark: 50,
    });
    const take = async (i: number, answer: string) => {
      const guest = school.as(`guest-000${i}@example.org`, `guest-000${i}`);
      const id = (await told<MyQuiz>(guest.begin("wrong-key-1"))).running?.id ?? "";
      await told(guest.save(id, { k1: answer }));
      return (await told<HandedIn>(guest.handIn(id))).quiz.passed;
    };
    expect([await take(0, "b"), await take(1, "b"), await take(2, "a")]).toEqual([
      false,
      false,
      true,
    ]);
    const { question, number } = of("k1");
    const mended = { ...question, right: "b" } as Question;
    const look = await ask<MarkedAgain>(
      "POST",
      `${QUESTIONS}/marks`,
      change(mended, number, "everybody"),
    );
    expect(look).toMatchObject({
      looked: 4,
      all: true,
      passes: 2,
      fails: 1,
      people: [
        { name: "Guest 0000", before: 0, after: 1, change: "passes" },
        { name: "Guest 0001", change: "passes" },
        { name: "Guest 0002", before: 1, after: 0, change: "fails" },
      ],
    });
    const passed = async () =>
      (await ask<Attempts>("GET", `${COURSE}/lessons/l1/attempts`)).attempts
        .filter((one) => one.passed)
        .map(({ name }) => name)
        .sort();
    expect(await passed()).toEqual(["Ana Prado", "Guest 0002"]);
    const keptNow = await ask<QuestionsKept>("PUT", QUESTIONS, change(mended, number, "everybody"));
    expect(keptNow.became).toEqual({});
    await school.owned().app.workOff();
    expect(await passed()).toEqual(["Ana Prado", "Guest 0000", "Guest 0001"]);
    // Who had passed keeps it on record.
    const record = await ask<{ events: { kind: string }[] }>(
      "GET",
      `${COURSE}/enrollments/guest-0002/events`,
    );
    expect(record.events.filter(({ kind }) => kind === "passed")).toHaveLength(1);
  });

  test("kept for new attempts alone it is another question; the old ones keep theirs", async () => {
    const asked = of("k1");
    const harder = { ...asked.question, right: "a", text: "Which is older?" } as Question;
    const { became, questions } = await ask<QuestionsKept>(
      "PUT",
      QUESTIONS,
      change(harder, asked.number + 1, "new"),
    );
    expect(became.k1).toBe(questions[0]?.question.id);
    const guest = school.as("guest-0000@example.org", "guest-0000");
    expect((await guest.see()).attempts.at(-1)).toMatchObject({ score: 1, passed: true });
    const bank = await ask<Bank>("GET", `${QUESTIONS}?find=which`);
    expect(bank.questions.map(({ question }) => question.text)).toEqual(["Which is older?"]);
  });
});
