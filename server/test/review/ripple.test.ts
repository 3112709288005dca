import type { Draft } from "@dawngate/contract/courses";
import type { Problem } from "@dawngate/contract/problem";
import type { RippleAnswer, Touched, VersionList, VersionPlan } from "@dawngate/contract/review";
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import type { SchoolId } from "../../src/db/connection";
import { publish } from "../../src/review/service";
import { type TestApp, testApp } from "../helpers/app";
import type { TestDatabase } from "../helpers/database";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const now = instant("2027-03-10T12:00:00Z");
const C = "/schools/one/courses/c";
let test_: TestDatabase;
let app: TestApp;
let ask: Owned["ask"];
let school: SchoolId;
beforeEach(async () => {
  ({ test_, app, ask, school } = await ownedSchool(() => now));
});
afterEach(() => test_.close());

let number = 0;
const set = (operation: object) =>
  ask("POST", `${C}/draft`, {
    base: 0,
    clientId: "client-ripple",
    operations: [{ number: ++number, operation }],
  });
const later = (days: number) =>
  set({
    type: "set-module",
    item: "m1",
    set: { gate: { need: "all", when: [{ from: "enrolled", add: `P${days}D` }] } },
  });
const opens = async (enrollment: string) =>
  (await ask<TimelineAnswer>("GET", `${C}/timeline?enrollment=${enrollment}`)).items.find(
    ({ id }) => id === "m1",
  )?.opens;

test("says by name who loses what they could open, before anything is saved", async () => {
  expect((await ask<RippleAnswer>("GET", `${C}/ripple`)).totals).toMatchObject({
    touched: 0,
    loses: 0,
  });
  const before = await opens("e1");
  await later(300);
  const found = await ask<RippleAnswer>("GET", `${C}/ripple`);
  expect(found.totals.loses).toBeGreaterThan(0);
  expect(found.people[0]).toMatchObject({ loses: expect.arrayContaining(["m1"]) });
  expect(found.people[0]?.name).not.toBe(found.people[0]?.enrollment);
  expect(found.people[0]?.moves[0]).toMatchObject({ item: "m1", what: "opens", before });
  expect(await opens("e1")).toBe(before);
});

test("published for everybody, the dates are those it named; for new enrollments only, people keep theirs", async () => {
  const before = await opens("e1");
  await later(300);
  await ask("POST", `${C}/versions?people=new-only&over=1`);
  expect(await opens("e1")).toBe(before);
  const fresh = await ask<TimelineAnswer>("GET", `${C}/timeline?day=2027-03-10&cohort=k`);
  expect(fresh.version).toBe(2);
  // For new enrollments only: nobody who holds an older version is touched by the next one either.
  await later(10);
  expect((await ask<RippleAnswer>("GET", `${C}/ripple?people=new-only`)).totals).toMatchObject({
    people: 2,
    touched: 0,
  });
  await ask("POST", `${C}/versions?people=new-only`);
  expect(await opens("e1")).toBe(before);
  // For everybody is for everybody: those who kept theirs are named, and follow from then on.
  await later(20);
  const all = await ask<RippleAnswer>("GET", `${C}/ripple`);
  const named = all.people.find(({ enrollment }) => enrollment === "e1");
  expect(named?.moves.find(({ item, what }) => item === "m1" && what === "opens")).toMatchObject({
    before,
  });
  await ask("POST", `${C}/versions`);
  expect(await opens("e1")).toBe(named?.moves.find(({ item }) => item === "m1")?.after);
});

test("for everybody", async () => {
  await later(300);
  const { people } = await ask<RippleAnswer>("GET", `${C}/ripple`);
  const named = people
    .find(({ enrollment }) => enrollment === "e1")
    ?.moves.find(({ item }) => item === "m1")?.after;
  await ask("POST", `${C}/versions?people=everybody&over=1`);
  expect(await opens("e1")).toBe(named);
});

test("who looked at the ripple over a version that is not in force any more is told so, and nothing is published", async () => {
  await later(300);
  await ask("POST", `${C}/versions?over=1`);
  await later(20);
  const { detail } = await ask<Problem>("POST", `${C}/versions?over=1`, undefined, 409);
  expect(detail).toBe(
    "Somebody published version 2 meanwhile. Look again at what yours would do now.",
  );
  expect((await ask<RippleAnswer>("GET", `${C}/ripple`)).version).toBe(2);
});

describe("only in favor", () => {
  /** Every date of everybody, by enrollment and item. */
  const dates = async () => {
    const found = new Map<string, { opens: string | null; until: string | null }>();
    for (const id of ["e1", "e2"]) {
      const { access, items } = await ask<TimelineAnswer>("GET", `${C}/timeline?enrollment=${id}`);
      for (const item of items)
        found.set(`${id}/${item.id}`, { opens: item.opens, until: access.until });
    }
    return found;
  };
  const last = "9999";
  test("nobody's opening moves later and nobody's end earlier, version upon version", async () => {
    let before = await dates();
    for (const [days, validity] of [
      [300, "P10D"],
      [1, "P400D"],
      [90, "P5D"],
    ] as const) {
      await later(days);
      await set({
        type: "set-course",
        set: { validity: [{ from: "enrolled", add: validity, edge: "end" }] },
      });
      const { totals } = await ask<RippleAnswer>("GET", `${C}/ripple?people=only-in-favor`);
      expect(totals).toMatchObject({ people: 2, loses: 0, later: 0, endsEarlier: 0 });
      await ask("POST", `${C}/versions?people=only-in-favor`);
      const after = await dates();
      expect([...after.keys()]).toEqual([...before.keys()]);
      for (const [key, { opens: at, until }] of after) {
        expect([key, (at ?? last) <= (before.get(key)?.opens ?? last)]).toEqual([key, true]);
        expect([key, (until ?? last) >= (before.get(key)?.until ?? last)]).toEqual([key, true]);
      }
      before = after;
    }
    const { versions } = await ask<VersionList>("GET", `${C}/versions`);
    expect(versions.map(({ number, people, holders }) => [number, people, holders])).toEqual([
      [4, "only-in-favor", 2],
      [3, "only-in-favor", 2],
      [2, "only-in-favor", 2],
      [1, "everybody", 2],
    ]);
  });
  test("what lists are made from says the same, and somebody new has the new version alone", async () => {
    await later(300);
    await ask("POST", `${C}/versions?people=only-in-favor`);
    const shown = await ask<TimelineAnswer>("GET", `${C}/timeline?enrollment=e1`);
    const kept = await test_.db.readSchool(school, (tx) =>
      tx
        .selectFrom("opening")
        .select(["item_id", "opens", "closes"])
        .where("enrollment_id", "=", "e1")
        .execute(),
    );
    for (const { id, opens: at, closes } of shown.items)
      expect(kept.find((row) => row.item_id === id)).toMatchObject({ opens: at, closes });
    const fresh = await ask<TimelineAnswer>("GET", `${C}/timeline?day=2027-03-10`);
    expect(fresh.items.find(({ id }) => id === "m1")?.opens?.slice(0, 7)).toBe("2028-01");
  });
});

describe("versions", () => {
  test("an earlier one is brought back through its ripple, and everybody has the dates they had", async () => {
    const before = await opens("e1");
    await later(300);
    await ask("POST", `${C}/versions?note=${encodeURIComponent("Two weeks more")}`);
    expect(await opens("e1")).not.toBe(before);
    const { people, titles } = await ask<RippleAnswer>("GET", `${C}/ripple?back=1`);
    expect(people.find(({ enrollment }) => enrollment === "e1")).toMatchObject({
      gains: expect.arrayContaining(["m1"]),
    });
    expect(titles.m1).toBe("One");
    await ask("POST", `${C}/versions?back=1&over=2`);
    expect(await opens("e1")).toBe(before);
    const { current, versions } = await ask<VersionList>("GET", `${C}/versions`);
    expect(current).toBe(3);
    expect(versions).toMatchObject([
      { number: 3, bringsBack: 1, author: "owner", people: "everybody", holders: 2 },
      { number: 2, bringsBack: null, note: "Two weeks more", holders: 0 },
      { number: 1, author: "import", note: "Imported" },
    ]);
    const [one, three] = await Promise.all(
      [1, 3].map((n) => ask<VersionPlan>("GET", `${C}/versions/${n}`)),
    );
    expect(three?.plan).toEqual(one?.plan);
    // The draft had nothing in it that was not published: it is the earlier version again, as edits that can be undone.
    const { course, changed, sequence } = await ask<Draft>("GET", `${C}/draft`);
    expect([course, changed]).toEqual([one?.plan, false]);
    const { operations } = await ask<{ operations: { clientId: string }[] }>(
      "GET",
      `${C}/draft/operations?base=${sequence - 1}`,
    );
    expect(operations).toMatchObject([{ clientId: "version-3" }]);
    await ask("GET", `${C}/versions/9`, undefined, 404);
    await ask("POST", `${C}/versions?back=9`, undefined, 404);
  });
  test("a draft with work in it that is not published is left alone", async () => {
    await later(300);
    await ask("POST", `${C}/versions`);
    await later(30);
    await ask("POST", `${C}/versions?back=1`);
    const { course, changed } = await ask<Draft>("GET", `${C}/draft`);
    expect(changed).toBe(true);
    expect(course.modules[0]?.gate?.when[0]).toMatchObject({ add: "P30D" });
  });
  test("a draft that somebody changed after its ripple was looked at is not published unseen", async () => {
    await later(300);
    const { sequence } = await ask<RippleAnswer>("GET", `${C}/ripple`);
    await later(301);
    const { detail } = await ask<Problem>("POST", `${C}/versions?seen=${sequence}`, undefined, 409);
    expect(detail).toBe("The draft has changed meanwhile. Look again at what it would do now.");
    expect((await ask<VersionList>("GET", `${C}/versions`)).current).toBe(1);
  });
  test("two who publish at once: one of them does, and the other is told", async () => {
    await later(300);
    const both = await Promise.all(
      [1, 2].map(async () => (await app.ask(OWNER, "POST", `${C}/versions?over=1`)).status),
    );
    expect(both.sort()).toEqual([200, 409]);
    expect((await ask<VersionList>("GET", `${C}/versions`)).versions).toHaveLength(2);
  });
  test("what happens to somebody while their course is published is in the right version afterwards", async () => {
    await later(300);
    const act = (n: number) =>
      app.ask(OWNER, "POST", `${C}/acts`, {
        enrollments: ["e1"],
        key: `meanwhile-${n}`,
        act: { type: "extended", add: "P1D", reason: "Meanwhile" },
      });
    await Promise.all([
      ...Array.from({ length: 4 }, (_, n) => act(n)),
      app.ask(OWNER, "POST", `${C}/versions?people=only-in-favor`),
      ...Array.from({ length: 4 }, (_, n) => act(n + 4)),
    ]);
    const shown = await ask<TimelineAnswer>("GET", `${C}/timeline?enrollment=e1`);
    expect(shown.version).toBe(2);
    expect(shown.access.untilWhy.filter(({ kind }) => kind === "extended")).toHaveLength(8);
  });
});

describe("those whom a change touches, page by page", () => {
  const pagesOf = async (address: string, body?: unknown) => {
    const found: string[] = [];
    let pages = 0;
    for (let after: string | null = null; ; pages++) {
      const page: Touched = await ask<Touched>(
        body === undefined ? "GET" : "POST",
        `${address}${after === null ? "" : `?after=${after}`}`,
        body,
      );
      expect(page.people.length).toBeLessThanOrEqual(50);
      for (const { enrollment, moves } of page.people) {
        found.push(enrollment);
        for (const { item } of moves) expect(page.titles[item]).toBeDefined();
      }
      if (page.next === null) return { found, pages: pages + 1 };
      after = page.next;
    }
  };
  beforeEach(async () => {
    await test_.close();
    ({ test_, app, ask, school } = await ownedSchool(() => now, 120));
  });
  test("are all of them, each once, whoever comes in meanwhile; in other changes too", async () => {
    await later(300);
    const { totals, people } = await ask<RippleAnswer>("GET", `${C}/ripple`);
    const { found, pages } = await pagesOf(`${C}/ripple/people`);
    expect(found.length).toBe(totals.touched);
    expect(new Set(found)).toEqual(new Set(people.map(({ enrollment }) => enrollment)));
    expect(pages).toBe(Math.floor(totals.touched / 50) + 1);
    const zone = { timeZone: "Asia/Tokyo" };
    const all = await ask<RippleAnswer>("POST", "/schools/one/ripple", zone);
    const inZone = await pagesOf("/schools/one/ripple/people", zone);
    expect(inZone.found.length).toBe(all.totals.touched);
  });
  test("a cursor that somebody made up, or of another course, leads nowhere", async () => {
    await later(300);
    const cursorTo = (place: unknown) => Buffer.from(JSON.stringify(place)).toString("base64url");
    const made = await app.ask(OWNER, "GET", `${C}/ripple/people?after=${cursorTo([1, 2])}`);
    expect(made.status).toBe(400);
    const other = await ask<Touched>("GET", `${C}/ripple/people?after=${cursorTo(["x", "e1"])}`);
    expect(other).toMatchObject({ people: [], next: null });
  });
});

describe("other changes", () => {
  const cohort = {
    name: "Spring",
    window: { opens: "2027-02-01", closes: "2027-03-20" },
    starts: "2027-04-05",
    ends: "2027-06-25",
    grace: 14,
    seats: 12,
  };
  test("a cohort's dates: who of it is touched, before anything is saved", async () => {
    const same = await ask<RippleAnswer>("POST", `${C}/cohorts/k/ripple`, cohort);
    expect(same.totals).toMatchObject({ people: 1, touched: 0 });
    const moved = { ...cohort, starts: "2027-04-12", ends: "2027-05-01" };
    const found = await ask<RippleAnswer>("POST", `${C}/cohorts/k/ripple`, moved);
    expect(found.totals).toMatchObject({ people: 1, touched: 1, later: 1, endsEarlier: 1 });
    const [person] = found.people;
    const access = person?.moves.find(({ item, what }) => item === "m1" && what === "opens");
    expect(access).toMatchObject({
      before: "2027-04-04T23:00:00Z",
      after: "2027-04-11T23:00:00Z",
    });
    await ask("PUT", `${C}/cohorts/k`, moved);
    expect(await opens("e2")).toBe(access?.after);
  });
  test("a cohort's own gate", async () => {
    const gate = { need: "all", when: [{ from: "cohort-start", add: "P21D" }] };
    const found = await ask<RippleAnswer>("POST", `${C}/cohorts/k/ripple`, { item: "m2", gate });
    expect(found.totals).toMatchObject({ people: 1, touched: 1 });
  });
  test("the school's calendar and zone: everybody in all courses", async () => {
    const closed = { weekend: [6, 7], closed: ["2027-03-15", "2027-03-22"] };
    const days = await ask<RippleAnswer>("POST", "/schools/one/ripple", { calendar: closed });
    expect(days.totals).toMatchObject({ people: 2, touched: 1, later: 1 });
    expect(days.people[0]).toMatchObject({ enrollment: "e1", course: "c" });
    const zone = await ask<RippleAnswer>("POST", "/schools/one/ripple", { timeZone: "Asia/Tokyo" });
    expect(zone.totals.touched).toBe(2);
    expect(zone.people[0]?.clock).toBe("Asia/Tokyo");
  });
});

test("one that takes long says how far it has come; whoever comes back finds the answer", async () => {
  await later(300);
  const hurried = testApp(test_.db, () => now, 0);
  const look = async () => {
    const response = await hurried.ask(OWNER, "GET", `${C}/ripple?people=everybody`);
    return { status: response.status, found: (await response.json()) as object };
  };
  const first = await look();
  expect(first.status).toBe(202);
  expect(first.found).toMatchObject({ done: expect.any(Number), of: expect.any(Number) });
  let second = first;
  for (let i = 0; i < 50 && second.status === 202; i++) {
    await new Promise((resolve) => setTimeout(resolve, 100));
    second = await look();
  }
  expect(second.status).toBe(200);
  expect(second.found).toEqual(await ask("GET", `${C}/ripple?people=everybody`));
  // What was fetched, or worked out over a version that is not in force any more, is not told again.
  await look();
  await ask("POST", `${C}/versions`);
  let after = await look();
  for (let i = 0; i < 50 && after.status === 202; i++) {
    await new Promise((resolve) => setTimeout(resolve, 100));
    after = await look();
  }
  expect(after.found).toMatchObject({ version: 2, totals: { touched: 0 } });
});

test("a lesson that a version took out comes back with what stands in it", async () => {
  const text = async () => (await ask<{ text: string }>("GET", `${C}/lessons/l1`)).text;
  const before = await text();
  expect(before).not.toBe("");
  await set({ type: "remove", item: "l1" });
  await ask("POST", `${C}/versions`);
  await ask("GET", `${C}/lessons/l1`, undefined, 404);
  await ask("POST", `${C}/versions?back=1`);
  expect(await text()).toBe(before);
  expect((await ask<Draft>("GET", `${C}/draft`)).changed).toBe(false);
});

test("a publishing that is interrupted leaves the old version in force, for everybody and in the draft", async () => {
  const before = await opens("e1");
  await later(300);
  const draft = await ask<Draft>("GET", `${C}/draft`);
  for (const people of ["everybody", "only-in-favor", "new-only"] as const)
    await expect(
      test_.db.withSchool(school, async (tx) => {
        await publish(tx, school, "c", { note: "", now: null, people });
        throw new Error("the server is gone");
      }),
    ).rejects.toThrow("the server is gone");
  expect((await ask<VersionList>("GET", `${C}/versions`)).versions).toHaveLength(1);
  expect(await opens("e1")).toBe(before);
  expect(await ask<Draft>("GET", `${C}/draft`)).toEqual(draft);
});
