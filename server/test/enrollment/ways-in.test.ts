import type { PublicCourse } from "@dawngate/contract/catalog";
import type { Course } from "@dawngate/contract/courses";
import type { Shelf } from "@dawngate/contract/enrollment";
import type { Problem } from "@dawngate/contract/problem";
import type {
  EntryBlocks,
  EntryDecided,
  EntryRequests,
  JoinCodes,
  MayEnter,
  WaitlistPage,
  WaysIn,
} from "@dawngate/contract/ways-in";
import type { Instant } from "@dawngate/core/time";
import { nextCaller } from "../../src/enrollment/ways-in/waitlist";
import { openAuthPool } from "../../src/school/auth";
import { openLimits } from "../../src/school/limits";
import { testApp } from "../helpers/app";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant;
beforeAll(async () => {
  now = instant("2027-03-10T12:00:00Z");
  owned = await ownedSchool(() => now);
});
afterAll(() => owned.test_.close());

const catalog = "/schools/one/catalog/c";
const course = "/schools/one/courses/c";
const zone = { timeZone: "Europe/Lisbon" };
const ask = <T>(method: string, path: string, body?: unknown, status = 200) =>
  owned.ask<T>(method, path, body, status);
const by = (who: string | null, method: string, path: string, body?: unknown) =>
  owned.app.ask(who, method, path, body);
const enroll = (who: string, more: object = {}) =>
  by(who, "POST", catalog, { cohort: "k", ...zone, ...more });
const page = async (who: string | null, join = "") =>
  (await (await by(who, "GET", `${catalog}${join && `?join=${join}`}`)).json()) as PublicCourse;
const why = async (response: Response) => ((await response.json()) as Problem).detail;
const way = {
  cohort: "k",
  entry: "anyone",
  listed: true,
  question: null,
  domains: [] as string[],
  needs: [] as string[],
  waitlist: null as object | null,
};
const set = (change: object) => ask("PUT", `${course}/ways`, { ...way, ...change });
const seats = (count: number | null, closes = "2027-03-20") =>
  ask("PUT", `${course}/cohorts/k`, {
    name: "Spring",
    window: { opens: "2027-02-01", closes },
    starts: "2027-04-05",
    ends: "2027-06-25",
    grace: 14,
    seats: count,
  });
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
const mailsTo = (who: string) => owned.app.mails.filter(({ to }) => to === who);

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
      now = (now + 1000) as Instant;
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
    expect(answers.map(({ done }) => done).sort()).toEqual([0, 2]);
    const late = answers.find(({ done }) => done === 0);
    expect(late?.refused[0]?.reason).toMatch(/decided meanwhile: let in/);
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
    expect(answer).toMatchObject({ done: 0, refused: [{ reason: /does not let you/ }] });
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

describe("the waitlist", () => {
  const wait = (who: string) => by(who, "POST", `${catalog}/waitlist`, { cohort: "k", ...zone });
  const list = async () =>
    (await ask<WaitlistPage>("GET", `${course}/cohorts/k/waitlist`)).waiting.map(
      ({ email, offerUntil }) => [email.split("@")[0], offerUntil !== null],
    );
  const taken = () =>
    owned.test_.db.withSchool(owned.school, async (tx) => {
      const rows = await tx
        .selectFrom("enrollment")
        .select("id")
        .where("cohort_id", "=", "k")
        .where("standing", "<>", "ended")
        .execute();
      return rows.length;
    });
  const enrollmentOf = async (who: string) =>
    ((await (await by(who, "GET", "/schools/one/shelf")).json()) as Shelf).courses[0]?.enrollment;
  const withdraw = async (who: string) =>
    ask("POST", `${course}/acts`, {
      enrollments: [await enrollmentOf(who)],
      key: `withdraw-${who}`,
      act: { type: "revoked", reason: "Moved away" },
    });
  const call = () =>
    nextCaller({ db: owned.test_.db, baseUrl: "http://127.0.0.1:1", now: () => now })(
      owned.school,
      "k",
    );

  test("there is none until staff set one; nobody waits while a seat is free", async () => {
    await set({ waitlist: { until: "2027-03-18", offerHours: 24 } });
    expect(await why(await wait("w0@example.org"))).toMatch(/A seat is free/);
    await seats(await taken());
    await set({});
    expect(await why(await wait("w0@example.org"))).toMatch(/choose another cohort/);
    await set({ waitlist: { until: "2027-03-18", offerHours: 24 } });
  });
  test("first come, first served; the same press twice waits once; one sees where one stands", async () => {
    for (const who of ["w1", "w2", "w3", "w1"])
      expect((await wait(`${who}@example.org`)).status).toBe(200);
    expect(await list()).toEqual([
      ["w1", false],
      ["w2", false],
      ["w3", false],
    ]);
    const [door] = (await page("w3@example.org")).ways;
    expect(door).toMatchObject({
      state: "waitlist",
      does: "wait",
      waits: { ahead: 2, offerUntil: null, until: "2027-03-18" },
    });
    expect((await ask<WaysIn>("GET", `${course}/ways`)).ways[0]).toMatchObject({ waiting: 3 });
  });
  test("a withdrawal offers its place to the next, by mail; nobody else takes it meanwhile", async () => {
    await withdraw("b@shop.bakery.example");
    expect(await list()).toEqual([
      ["w1", true],
      ["w2", false],
      ["w3", false],
    ]);
    const [mail] = mailsTo("w1@example.org");
    expect(mail?.subject).toMatch(/A place in Bread & more is free for you/);
    expect(mail?.text).toMatch(/held for you until Thu 11 Mar 2027, 12:01 /);
    expect(await why(await enroll("w9@example.org"))).toMatch(/join the waitlist/);
    expect(await why(await enroll("w2@example.org"))).toMatch(/join the waitlist/);
    expect((await page("w1@example.org")).ways[0]).toMatchObject({ does: "enroll", state: "open" });
  });
  test("an offer that lapses goes to the next, once, whichever server finds it", async () => {
    now = instant("2027-03-11T12:01:00Z");
    // In the moment before it is found the place is nobody's but the next one's.
    expect((await enroll("w1@example.org")).status).toBe(409);
    expect(await owned.test_.db.offersLapsed("2027-03-11T12:01:00Z")).toEqual([
      { school: owned.school, cohort: "k" },
    ]);
    await Promise.all([call(), call(), call()]);
    await owned.app.workOff();
    expect(await list()).toEqual([
      ["w2", true],
      ["w3", false],
    ]);
    expect(mailsTo("w1@example.org").at(-1)?.text).toMatch(/went to the next on the waitlist/);
    expect(mailsTo("w2@example.org")).toHaveLength(1);
  });
  test("whoever is offered a place takes it, also after the window has closed", async () => {
    await seats((await taken()) + 1, "2027-03-10");
    expect(await why(await enroll("w3@example.org"))).toMatch(/Enrolling was possible until/);
    expect((await enroll("w2@example.org")).status).toBe(200);
    await seats(await taken());
    expect(await list()).toEqual([["w3", false]]);
  });
  test("moved up with a reason that is on record; let go by oneself, or taken off", async () => {
    for (const who of ["w4", "w5", "w6"]) await wait(`${who}@example.org`);
    const waiting = await ask<WaitlistPage>("GET", `${course}/cohorts/k/waitlist`);
    const id = waiting.waiting.find(({ email }) => email === "w5@example.org")?.id;
    await ask("POST", `${course}/cohorts/k/waitlist/${id}/up`, { reason: "Was promised it" });
    expect((await list())[0]).toEqual(["w5", false]);
    const changes = JSON.stringify(await ask("GET", "/schools/one/changes"));
    expect(changes).toContain("Was promised it");
    await by("w5@example.org", "DELETE", `${catalog}/waitlist`, { cohort: "k" });
    const w4 = waiting.waiting.find(({ email }) => email === "w4@example.org")?.id;
    await ask("DELETE", `${course}/cohorts/k/waitlist/${w4}`);
    expect(await list()).toEqual([
      ["w3", false],
      ["w6", false],
    ]);
  });
  test("more seats are offered to as many as wait; where an offer needs no answer they are in at once", async () => {
    await set({ waitlist: { until: null, offerHours: null } });
    await seats((await taken()) + 2);
    expect(await list()).toEqual([]);
    expect(mailsTo("w6@example.org").at(-1)?.text).toMatch(/one came free: it is yours/);
    expect((await enroll("w6@example.org")).status).toBe(409);
    expect(await why(await enroll("w7@example.org"))).toMatch(/join the waitlist/);
  });
  test("after its last day it is neither joined nor served", async () => {
    expect((await wait("w7@example.org")).status).toBe(200);
    await set({ waitlist: { until: "2027-03-10", offerHours: 24 } });
    expect(await why(await wait("w8@example.org"))).toMatch(/choose another cohort/);
    await seats((await taken()) + 1);
    expect(await list()).toEqual([["w7", false]]);
    // The seat is anybody's again.
    expect((await enroll("w8@example.org")).status).toBe(200);
  });
  test("forty at one instant on three seats: three are in, the others wait, each once, none is lost", async () => {
    await set({ waitlist: { until: null, offerHours: 24 } });
    await seats((await taken()) + 4);
    await owned.app.workOff();
    // One of the four went to who waited.
    const people = Array.from({ length: 40 }, (_, i) => `crowd${i}@example.org`);
    const first = await Promise.all(people.map((who) => enroll(who)));
    const inside = first.filter(({ status }) => status === 200);
    expect(inside).toHaveLength(3);
    const rest = people.filter((_, i) => first[i]?.status !== 200);
    const waited = await Promise.all(rest.flatMap((who) => [wait(who), wait(who)]));
    expect(waited.every(({ status }) => status === 200)).toBe(true);
    const waiting = await list();
    expect(waiting.filter(([, offered]) => !offered)).toHaveLength(37);
    expect(new Set(waiting.map(([who]) => who)).size).toBe(waiting.length);
  });
});

describe("the next cohort from an earlier one", () => {
  const next = {
    name: "Summer",
    window: { opens: "2027-05-03", closes: "2027-06-19" },
    starts: "2027-07-05",
    ends: "2027-09-24",
    grace: 14,
    seats: 12,
    gates: { m2: { need: "any", when: [{ from: "cohort-start", add: "P7D" }] }, l2: null },
  };
  const rest = { leaders: true, close: true, hide: true, key: "press-0001" };
  const make = (body: object, status = 200) =>
    ask<{ cohorts: { id: string }[] }>("POST", `${course}/cohorts/k/next`, body, status);
  test("is made once a press, with the earlier one closed and hidden, its people untouched", async () => {
    const before = await ask<Course>("GET", course);
    const held = await (await by("w2@example.org", "GET", "/schools/one/shelf")).json();
    const both = await Promise.all([
      make({ cohorts: [next], ...rest }),
      make({ cohorts: [next], ...rest }),
    ]);
    expect(both[0]).toEqual(both[1]);
    const after = await ask<Course>("GET", course);
    expect(after.cohorts).toHaveLength(before.cohorts.length + 1);
    expect(after.cohorts.find(({ id }) => id === both[0]?.cohorts[0]?.id)).toMatchObject(next);
    expect(await (await by("w2@example.org", "GET", "/schools/one/shelf")).json()).toEqual(held);
    expect((await page("g@example.org")).ways.map(({ cohort }) => cohort?.name)).toEqual([
      "Summer",
    ]);
    expect(await why(await enroll("g@example.org"))).toMatch(/enrolls people here itself/);
    const { ways } = await ask<WaysIn>("GET", `${course}/ways`);
    expect(ways).toMatchObject([
      { name: "Spring", entry: "staff", listed: false },
      { name: "Summer", entry: "anyone", listed: true, waitlist: { until: null, offerHours: 24 } },
    ]);
  });
  test("from one that is closed the next is closed too, unless one says otherwise", async () => {
    const made = await make({
      cohorts: [{ ...next, name: "Open again" }],
      ...rest,
      close: false,
      hide: false,
      reopen: true,
      key: "press-0009",
    });
    const { ways } = await ask<WaysIn>("GET", `${course}/ways`);
    expect(ways.find(({ cohort }) => cohort === made.cohorts[0]?.id)).toMatchObject({
      entry: "anyone",
      listed: true,
    });
    expect(ways.find(({ name }) => name === "Spring")).toMatchObject({ entry: "staff" });
    await owned.test_.db.withSchool(owned.school, async (tx) => {
      await tx
        .deleteFrom("cohort")
        .where("id", "=", made.cohorts[0]?.id ?? "")
        .execute();
    });
  });
  test("a series at once, or none where one of them is wrong", async () => {
    const series = ["Autumn", "Winter"].map((name, i) => ({
      ...next,
      name,
      starts: `202${7 + i}-10-04`,
      ends: `202${7 + i}-12-17`,
      window: null,
    }));
    const wrong = [...series, { ...next, name: "Backwards", ends: "2027-01-01" }];
    await make({ cohorts: wrong, ...rest, key: "press-0002" }, 422);
    const circle = { need: "all", when: [{ from: "opened", item: "m2" }] };
    await make({ cohorts: [{ ...next, gates: { m2: circle } }], ...rest, key: "press-0003" }, 422);
    const made = await make({ cohorts: series, ...rest, key: "press-0004" });
    expect(made.cohorts).toHaveLength(2);
    expect((await ask<Course>("GET", course)).cohorts.map(({ name }) => name)).toEqual([
      "Spring",
      "Summer",
      "Autumn",
      "Winter",
    ]);
    await ask("POST", `${course}/cohorts/nobody/next`, { cohorts: [next], ...rest }, 404);
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
  const counters = openAuthPool(owned.test_.address);
  const limits = openLimits(counters);
  const app = testApp(owned.test_.db, () => now, undefined, { limits });
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
