/** Surveys: answered once; without names nothing leads back, and nothing is shown before five have answered. */

import type { Ticked } from "@dawngate/contract/enrollment";
import type { SurveyResults } from "@dawngate/contract/surveys";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const COURSE = "/schools/one/courses/c";
let owned: Owned;
let revision = 0;

const part = (anonymous: boolean) => ({
  kind: "survey",
  anonymous,
  before: "",
  after: "Thank you.",
  questions: [
    {
      id: "s",
      kind: "scale",
      text: "How was it?",
      needed: true,
      steps: 5,
      low: "bad",
      high: "good",
    },
    { id: "t", kind: "text", text: "What else?", needed: false },
  ],
});
const put = async (anonymous: boolean) => {
  const kept = await owned.ask<{ partRevision: number }>("PUT", `${COURSE}/draft/lessons/l1/part`, {
    part: part(anonymous),
    materials: [],
    partRevision: revision,
  });
  revision = kept.partRevision;
};
const who = (i: number) => `guest-${String(i).padStart(4, "0")}`;
const answer = (i: number, answers: object, key = `press-${i}-12345`) =>
  owned.app.ask(`${who(i)}@example.org`, "POST", `/schools/one/shelf/${who(i)}/lessons/l1/survey`, {
    answers,
    key,
  });
const results = () => owned.ask<SurveyResults>("GET", `${COURSE}/lessons/l1/survey`);
const table = async () =>
  (await owned.app.ask("owner@example.org", "GET", `${COURSE}/lessons/l1/survey.csv`)).text();

beforeAll(async () => {
  owned = await ownedSchool(() => instant("2027-03-10T12:00:00Z"), 8);
  const draft = await owned.ask<{ sequence: number }>("GET", `${COURSE}/draft`);
  await owned.ask("POST", `${COURSE}/draft`, {
    base: draft.sequence,
    clientId: "client-of-the-test",
    operations: [
      { number: 1, operation: { type: "set-lesson", item: "l1", set: { kind: "survey" } } },
    ],
  });
  await owned.ask("POST", `${COURSE}/versions`);
  await put(true);
});
afterAll(() => owned.test_.close());

test("what is needed is asked for, and it is not ticked instead", async () => {
  const refused = await answer(0, {});
  expect(refused.status).toBe(422);
  expect(JSON.stringify(await refused.json())).toContain("answers.s");
  const ticked = await owned.app.ask(
    `${who(0)}@example.org`,
    "PUT",
    `/schools/one/shelf/${who(0)}/lessons/l1`,
    { done: true, key: "by-hand-12345" },
  );
  expect(ticked.status).toBe(409);
});

test("answered, the lesson is done; the same press is one answer, and a second one is refused", async () => {
  const done = (await (await answer(0, { s: 5, t: "=HYPERLINK(1)" })).json()) as Ticked;
  expect(done).toMatchObject({ done: true, finished: ["m1"] });
  expect((await answer(0, { s: 5, t: "=HYPERLINK(1)" })).status).toBe(200);
  expect((await answer(0, { s: 1 }, "another-press")).status).toBe(409);
});

test("without names nothing is shown before five have answered", async () => {
  for (const i of [1, 2, 3]) expect((await answer(i, { s: i })).status).toBe(200);
  expect(await results()).toMatchObject({ people: 4, hidden: "few", questions: [] });
  expect((await table()).trim().split("\r\n")).toHaveLength(1);
  await answer(4, { s: 4, t: "More rye" });
  const shown = await results();
  expect(shown).toMatchObject({ people: 5, hidden: null, anonymous: true });
  expect(shown.questions[0]).toMatchObject({
    labels: ["1, bad", "2", "3", "4", "5, good"],
    counts: [1, 1, 1, 1, 1],
    mean: 3,
  });
  expect([...(shown.questions[1]?.texts ?? [])].sort()).toEqual(["=HYPERLINK(1)", "More rye"]);
});

test("no table says who answered what without a name, nor when", async () => {
  const { db } = owned.test_;
  await db.readSchool(owned.school, async (tx) => {
    expect(await tx.selectFrom("survey_answer").selectAll().execute()).toEqual([]);
    const pool = await tx.selectFrom("survey_pool").selectAll().execute();
    expect(pool).toHaveLength(1);
    expect(JSON.stringify(pool)).not.toMatch(/guest-|2027-03-10/);
    const events = await tx
      .selectFrom("enrollment_event")
      .select("data")
      .where("kind", "=", "completed")
      .execute();
    expect(JSON.stringify(events)).not.toContain("More rye");
  });
});

test("a table program takes nothing of it for a formula", async () => {
  const text = await table();
  expect(text.split("\r\n")[0]).toBe("How was it?,What else?");
  expect(text).toContain("'=HYPERLINK(1)");
});

test("by name it is shown at once, with who said it", async () => {
  await put(false);
  expect(await results()).toMatchObject({ people: 0, hidden: null });
  await answer(5, { s: 2, t: "Too fast" });
  expect(await results()).toMatchObject({ people: 1, anonymous: false });
  expect(await table()).toContain("Guest 0005");
  expect(
    (await owned.app.ask(`${who(5)}@example.org`, "GET", `${COURSE}/lessons/l1/survey`)).status,
  ).toBe(403);
});
