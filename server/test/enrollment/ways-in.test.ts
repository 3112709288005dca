import type {
  EntryBlocks,
  EntryDecided,
  EntryRequests,
  JoinCodes,
  MayEnter,
} from "@dawngate/contract/ways-in";
import type { Instant } from "@dawngate/core/time";
import { openAuthPool } from "../../src/school/auth";
import { openLimits } from "../../src/school/limits";
import { testApp } from "../helpers/app";
import { atTheDoor, catalog, course, zone } from "../helpers/at-the-door";
import { OWNER } from "../helpers/owned";

const door = atTheDoor("2027-03-10T12:00:00Z");
const { clock, owned, ask, by, enroll, page, why, way, set, mailsTo } = door;
const codes = async () => (await ask<JoinCodes>("GET", `${course}/codes`)).codes;
const newCode = (change: object = {}) =>
  ask("POST", `${course}/codes`, {
    cohort: "k",
    note: "",
    most: null,
    until: null,
    domain: null,
    ...change,
  });

describe("by join code", () => {
  beforeAll(async () => {
    await set({ entry: "code", listed: false });
    await newCode({ most: 2, note: "Baker's fair" });
  });
  afterAll(() => set({}));
  test("without one the cohort is not met, and one does not get in", async () => {
    expect((await page("a1@example.org")).ways).toEqual([]);
    expect(await why(await enroll("a1@example.org"))).toMatch(/join code; type the one/);
  });
  test("with it the page shows the cohort, and two are in; the third reads that it is used up", async () => {
    const [made] = await codes();
    expect(made).toMatchObject({ used: 0, most: 2, note: "Baker's fair" });
    const typed = `${made?.code.slice(0, 4).toLowerCase()}-${made?.code.slice(4)}`;
    expect((await page(null, typed)).ways).toMatchObject([
      { cohort: { id: "k" }, does: "enroll", faults: [] },
    ]);
    const all = await Promise.all(
      ["a1", "a2", "a3", "a4"].map((who) => enroll(`${who}@example.org`, { code: typed })),
    );
    expect(all.map(({ status }) => status).sort()).toEqual([200, 200, 409, 409]);
    const refused = all.find(({ status }) => status === 409) as Response;
    expect(await why(refused)).toMatch(/As many as this join code lets in are in/);
    expect(await codes()).toMatchObject([{ used: 2 }]);
  });
  test("one of the school's own word, for one domain, ended", async () => {
    await newCode({ code: "Rye Fair", domain: "bakery.example" });
    await ask("POST", `${course}/codes`, { ...(await firstCode()), code: "rye-fair" }, 422);
    expect(await why(await enroll("b@example.org", { code: "RYEFAIR" }))).toMatch(
      /other mail addresses/,
    );
    expect((await enroll("b@shop.bakery.example", { code: "ryefair" })).status).toBe(200);
    const latest = (await codes()).find(({ code }) => code === "RYEFAIR");
    await ask("DELETE", `${course}/codes/${latest?.id}`);
    await ask("DELETE", `${course}/codes/${latest?.id}`, undefined, 404);
    expect(await why(await enroll("b2@bakery.example", { code: "ryefair" }))).toMatch(/ended/);
    expect((await page(null, "ryefair")).ways).toEqual([]);
  });
  test("a short word is refused, so is a code of nobody's", async () => {
    await ask("POST", `${course}/codes`, { ...(await firstCode()), code: "a-b" }, 422);
    expect(await why(await enroll("c@example.org", { code: "ABCDEFGH" }))).toMatch(
      /There is no such join code/,
    );
  });
  const firstCode = async () => ({ cohort: "k", note: "", most: null, until: null, domain: null });
});

describe("with approval", () => {
  beforeAll(() => set({ entry: "approval", question: "Why do you bake?" }));
  afterAll(() => set({}));
  const request = (who: string, words = "To feed people") =>
    by(who, "POST", `${catalog}/requests`, { cohort: "k", ...zone, words });
  const queue = async (state = "waiting") =>
    (await ask<EntryRequests>("GET", `${course}/requests?state=${state}`)).requests;
  test("one is asked the school's question, and waits", async () => {
    expect((await page("d1@example.org")).ways[0]).toMatchObject({
      does: "ask",
      question: "Why do you bake?",
    });
    expect((await enroll("d1@example.org")).status).toBe(409);
    expect((await request("d1@example.org", "")).status).toBe(422);
    for (const who of ["d1", "d2", "d3"]) {
      clock.now = (clock.now + 1000) as Instant;
      expect((await request(`${who}@example.org`)).status).toBe(200);
    }
    expect(await why(await request("d1@example.org"))).toMatch(/written to when it is decided/);
    expect((await page("d1@example.org")).ways[0]?.faults).toMatchObject([{ kind: "asked" }]);
    expect(await queue()).toMatchObject([
      { email: "d1@example.org", words: "To feed people", cohort: { name: "Spring" } },
      { email: "d2@example.org" },
      { email: "d3@example.org" },
    ]);
  });
  test("decided for several: in and told with the dates, or refused with the reason; by two at once, once", async () => {
    const [one, two, three] = (await queue()).map(({ id }) => id);
    const answers = await Promise.all(
      [1, 2].map(() =>
        ask<EntryDecided>("POST", `${course}/requests`, {
          requests: [one, two],
          approve: true,
          reason: "",
        }),
      ),
    );
    // Each is decided by whoever is first: one of the two both, or each one.
    expect(answers.reduce((sum, { done }) => sum + done, 0)).toBe(2);
    const late = answers.flatMap(({ refused }) => refused);
    expect(late).toHaveLength(2);
    for (const { reason } of late) expect(reason).toMatch(/decided meanwhile: let in/);
    expect(mailsTo("d1@example.org")).toHaveLength(1);
    expect(mailsTo("d1@example.org")[0]?.text).toMatch(/You asked to come in, and you are in/);
    await ask("POST", `${course}/requests`, { requests: [three], approve: false, reason: "" }, 422);
    const no = { requests: [three], approve: false, reason: "This group is full of beginners." };
    await ask("POST", `${course}/requests`, no);
    expect(mailsTo("d3@example.org")[0]?.text).toMatch(/full of beginners/);
    expect((await page("d3@example.org")).ways[0]).toMatchObject({
      does: "ask",
      faults: [{ kind: "refused", sentence: expect.stringContaining("full of beginners") }],
    });
    expect((await queue("decided")).map(({ state }) => state)).toEqual([
      "refused",
      "approved",
      "approved",
    ]);
    expect(await queue()).toEqual([]);
  });
  test("whoever is kept out cannot be let in that way", async () => {
    await request("d4@example.org");
    const [row] = await queue();
    const known = await ask<{ people: { id: string; email: string }[] }>(
      "GET",
      "/schools/one/people?find=d4",
    );
    const person = known.people[0]?.id;
    await ask("POST", `/schools/one/people/${person}/blocks`, { course: null, reason: "Unpaid" });
    const answer = await ask<EntryDecided>("POST", `${course}/requests`, {
      requests: [row?.id],
      approve: true,
      reason: "",
    });
    expect(answer).toMatchObject({
      done: 0,
      refused: [{ reason: /does not let you/, mayOverrule: true }],
    });
    expect(await why(await enroll("d4@example.org"))).toMatch(/does not let you into/);
    // The reason is for staff.
    expect(JSON.stringify(await page("d4@example.org"))).not.toContain("Unpaid");
    expect(
      (await ask<EntryBlocks>("GET", `/schools/one/people/${person}/blocks`)).blocks,
    ).toMatchObject([{ course: null, reason: "Unpaid" }]);
    await ask("DELETE", `/schools/one/people/${person}/blocks`, { course: null });
    expect(
      await ask<EntryDecided>("POST", `${course}/requests`, {
        requests: [row?.id],
        approve: true,
        reason: "",
      }),
    ).toMatchObject({ done: 1, refused: [] });
  });
  test("unless staff overrule it, with a reason that stays on record", async () => {
    await request("d5@example.org");
    const [row] = await queue();
    const { people } = await ask<{ people: { id: string }[] }>(
      "GET",
      "/schools/one/people?find=d5",
    );
    const person = people[0]?.id;
    await ask("POST", `/schools/one/people/${person}/blocks`, { course: null, reason: "Unpaid" });
    const letIn = { requests: [row?.id], approve: true, reason: "" };
    await ask("POST", `${course}/requests`, { ...letIn, overrule: " " }, 422);
    const overrule = "Has paid at the counter";
    const answer = await ask<EntryDecided>("POST", `${course}/requests`, { ...letIn, overrule });
    expect(answer).toMatchObject({ done: 1, refused: [] });
    const events = await owned().test_.db.readSchool(owned().school, (tx) =>
      tx
        .selectFrom("enrollment_event as v")
        .innerJoin("enrollment as e", (join) =>
          join.onRef("e.school_id", "=", "v.school_id").onRef("e.id", "=", "v.enrollment_id"),
        )
        .select("v.reason")
        .where("e.person_id", "=", person ?? "")
        .execute(),
    );
    expect(events[0]?.reason).toMatch(/^Let in by .*, against what kept them out: Has paid/);
  });
});

describe("who may", () => {
  afterAll(() => set({}));
  test("only some addresses; visitors read it before they sign in", async () => {
    await set({ domains: ["Bakery.example"] });
    expect((await page(null)).ways[0]?.says).toEqual([
      "For people whose mail address ends in bakery.example.",
    ]);
    expect(await why(await enroll("e@example.org"))).toMatch(/ends in bakery.example; sign in/);
    expect((await enroll("e@bakery.example")).status).toBe(200);
  });
  test("who has completed another course, which has to be there", async () => {
    await ask("PUT", `${course}/ways`, { ...way, needs: ["nowhere"] }, 422);
    await ask(
      "PUT",
      `${course}/ways`,
      { ...way, cohort: null, waitlist: { until: null, offerHours: 1 } },
      422,
    );
  });
  test("the author asks for somebody, on a day: every check, with what to do", async () => {
    await set({ entry: "code", domains: ["bakery.example"] });
    const may = (query: string) => ask<MayEnter>("GET", `${course}/ways/may?cohort=k&${query}`);
    const found = await may("email=f@example.org&on=2027-03-21");
    expect(found.checks.map(({ check, holds }) => [check, holds])).toEqual([
      ["published", true],
      ["blocked", true],
      ["audience", false],
      ["prerequisites", true],
      ["window", false],
      ["entry", false],
      ["seats", true],
    ]);
    expect(found.at).toBe("2027-03-21T12:00:00Z");
    const inside = await may("email=e@bakery.example");
    expect(inside).toMatchObject({ isIn: true, known: expect.any(String) });
  });
});

test("nobody but staff who may change cohorts sets ways in; instructors decide for their own", async () => {
  expect((await by("d1@example.org", "GET", `${course}/ways`)).status).toBe(403);
  expect((await by("d1@example.org", "GET", `${course}/requests`)).status).toBe(403);
  expect((await by(null, "POST", `${catalog}/waitlist`, { cohort: "k", ...zone })).status).toBe(
    401,
  );
  expect((await by(OWNER, "GET", `${course}/codes?after=bm90IG91cnM`)).status).toBe(400);
});

test("a code guessed ten thousand times: after some dozens one waits, by account and by address", async () => {
  const counters = openAuthPool(owned().test_.address);
  const limits = openLimits(counters);
  const app = testApp(owned().test_.db, () => clock.now, undefined, { limits });
  const guess = (i: number) =>
    app.ask("guesser@example.org", "GET", `${catalog}?join=GUESS${String(i).padStart(3, "0")}`);
  const statuses: number[] = [];
  for (let i = 0; i < 80; i++) statuses.push((await guess(i)).status);
  const first = statuses.indexOf(429);
  expect(first).toBeGreaterThan(20);
  expect(statuses.slice(first).every((status) => status === 429)).toBe(true);
  const enrolling = await app.ask("guesser@example.org", "POST", catalog, {
    cohort: "k",
    ...zone,
    code: "GUESS999",
  });
  expect(enrolling.status).toBe(429);
  // Without a code the page is there for everybody.
  expect((await app.ask("guesser@example.org", "GET", catalog)).status).toBe(200);
  await counters.end();
});
