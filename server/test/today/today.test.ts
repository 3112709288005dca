import type { Today } from "@dawngate/contract/today";
import type { Instant } from "@dawngate/core/time";
import { insertMember } from "../../src/school/staff-store";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant;
beforeEach(async () => {
  now = instant("2027-03-20T12:00:00Z");
  owned = await ownedSchool(() => now);
});
afterEach(() => owned.test_.close());
const today = () => owned.ask<Today>("GET", "/schools/one/today");
const lines = ({ happens }: Today) =>
  happens.map(({ day, kind, title, people }) => `${day} ${kind} ${title}: ${people}`);

test("nine days in the school's zone, today in their middle, with what happens on each and for how many", async () => {
  const answer = await today();
  expect(answer.day).toBe("2027-03-20");
  expect(answer.days.map(({ day }) => day)).toEqual(
    [16, 17, 18, 19, 20, 21, 22, 23, 24].map((day) => `2027-03-${day}`),
  );
  // Ana enrolled on 5 March; her pause of two days moves the Monday: the evaluator's own dates.
  const timeline = await owned.ask<{ items: { id: string; opens: string }[] }>(
    "GET",
    "/schools/one/courses/c/timeline?enrollment=e1",
  );
  const opens = timeline.items.find(({ id }) => id === "m2")?.opens ?? "";
  expect(lines(answer)).toContain(`${opens.slice(0, 10)} opens Two: 1`);
  const sum = answer.days.reduce((all, { openings }) => all + openings, 0);
  expect(sum).toBe(
    answer.happens
      .filter(({ kind }) => kind === "opens")
      .reduce((all, { people }) => all + people, 0),
  );
});

test("a cohort's first and last day stand there with its people", async () => {
  now = instant("2027-04-03T12:00:00Z");
  expect(lines(await today())).toEqual(
    expect.arrayContaining(["2027-04-05 cohort-starts Spring: 1"]),
  );
});

test("an instructor reads of their own cohorts, an author of their own courses", async () => {
  const member = { user_id: "account-piet@example.org", name: "Piet", email: "piet@example.org" };
  await owned.test_.db.withSchool(owned.school, (tx) =>
    insertMember(tx, owned.school, { ...member, role: "instructor" }),
  );
  const response = await owned.app.ask("piet@example.org", "GET", "/schools/one/today");
  const answer = (await response.json()) as Today;
  expect(answer.happens).toEqual([]);
  expect(answer.days.every(({ openings }) => openings === 0)).toBe(true);
});

test("what needs somebody: a suspension, a remark, an empty lesson that opens soon", async () => {
  await owned.ask("POST", "/schools/one/courses/c/acts", {
    enrollments: ["e2"],
    key: "press-suspend",
    act: { type: "suspended", reason: "The second part failed" },
  });
  await owned.ask("POST", "/schools/one/courses/c/remarks", { item: null, text: "Too salty" });
  const { needs } = await today();
  expect(needs).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ kind: "suspended", course: "c", number: 1 }),
      expect.objectContaining({ kind: "remarks", title: "One remark on Bread & more" }),
    ]),
  );
});

test("what comes before the first person is told until somebody is there", async () => {
  expect((await today()).first).toBeNull();
});

describe("anything is found by a part of its name", () => {
  const find = async (who: string, find: string) => {
    const response = await owned.app.ask(
      who,
      "GET",
      `/schools/one/found?find=${encodeURIComponent(find)}`,
    );
    if (response.status !== 200) return response.status;
    const { found } = (await response.json()) as { found: { kind: string; title: string }[] };
    return found.map(({ kind, title }) => `${kind} ${title}`);
  };
  test("courses, modules, lessons, cohorts and people; what begins so first", async () => {
    expect(await find(OWNER, "bread")).toEqual(["course Bread & more"]);
    expect(await find(OWNER, "SPRING")).toEqual(["cohort Spring"]);
    expect(await find(OWNER, "t")).toEqual(
      expect.arrayContaining(["module Two", "lesson Third", "lesson First"]),
    );
    expect(await find(OWNER, "ana")).toEqual(["person Ana Prado"]);
    expect(await find(OWNER, "%")).toEqual([]);
    expect(await find(OWNER, "_")).toEqual([]);
    expect(await find(OWNER, " ")).toBe(400);
  });
  test("nobody finds people whom they may not see", async () => {
    const member = { user_id: "account-joris@example.org", name: "J", email: "joris@example.org" };
    await owned.test_.db.withSchool(owned.school, (tx) =>
      insertMember(tx, owned.school, { ...member, role: "author" }),
    );
    expect(await find("joris@example.org", "ana")).toEqual([]);
    expect(await find("somebody@example.org", "bread")).toBe(403);
  });
});

test("as long as hardly anybody is in the school, what to try before many come stands there", async () => {
  expect((await today()).launch).toEqual({
    course: "c",
    title: "Bread & more",
    window: { opens: "2027-03-01", closes: "2027-03-31" },
    listing: null,
  });
  const crowded = await ownedSchool(() => now, 5);
  const answer = await crowded.ask<Today>("GET", "/schools/one/today");
  expect([answer.launch, answer.first]).toEqual([null, null]);
  await crowded.test_.close();
});
