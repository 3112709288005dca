import type { PublicCourse } from "@dawngate/contract/catalog";
import type { MyCourse, Shelf, Ticked } from "@dawngate/contract/enrollment";
import type { Problem } from "@dawngate/contract/problem";
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import type { Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import type { SchoolId } from "../../src/db/connection";
import type { TestApp } from "../helpers/app";
import type { TestDatabase } from "../helpers/database";
import { OWNER, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let test_: TestDatabase;
let app: TestApp;
let now: Instant;
let school: SchoolId;
beforeAll(async () => {
  now = instant("2027-03-10T12:00:00Z");
  ({ test_, app, school } = await ownedSchool(() => now));
});
afterAll(() => test_.close());

const catalog = "/schools/one/catalog/c";
const course = "/schools/one/courses/c";
const enroll = (who: string, cohort: string | null = "k") =>
  app.ask(who, "POST", catalog, { cohort, timeZone: "Europe/Lisbon" });
const cohort = (seats: number | null, more = {}) => ({
  name: "Spring",
  window: { opens: "2027-02-01", closes: "2027-03-20" },
  starts: "2027-04-05",
  ends: "2027-06-25",
  grace: 14,
  seats,
  ...more,
});
const at = async <T>(text: string, work: () => Promise<T>): Promise<T> => {
  const before = now;
  now = instant(text);
  try {
    return await work();
  } finally {
    now = before;
  }
};

describe("before, in and after the window, with the reason", () => {
  test.each([
    ["2027-01-31T23:59:00Z", 409, /Enrolling begins Mon 1 Feb 2027, 00:00/],
    ["2027-03-21T00:00:00Z", 409, /until the end of Sat 20 Mar 2027/],
    ["2027-03-20T23:59:59Z", 200, null],
  ])("on %s", async (when, status, words) => {
    const response = await at(when, () => enroll(`at-${when.slice(0, 10)}@example.org`));
    expect(response.status).toBe(status);
    if (words) expect(((await response.json()) as Problem).detail).toMatch(words);
  });
  test("the public page says the same as the refusal", async () => {
    const page = (await at("2027-03-21T00:00:00Z", async () =>
      (await app.ask(null, "GET", catalog)).json(),
    )) as PublicCourse;
    expect(page.ways[0]).toMatchObject({ state: "closed", cohort: { name: "Spring" } });
    expect(page.ways[0]?.faults[0]?.sentence).toMatch(/until the end of Sat 20 Mar 2027/);
  });
});

describe("nobody is in twice, and no seat is given twice", () => {
  test("the same press twice at the same instant makes one enrollment", async () => {
    const both = await Promise.all([enroll("twice@example.org"), enroll("twice@example.org")]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    const shelf = (await (
      await app.ask("twice@example.org", "GET", "/schools/one/shelf")
    ).json()) as Shelf;
    expect(shelf.courses).toHaveLength(1);
  });
  test("twenty who press at once for the last three seats: three are in, seventeen read that it is full", async () => {
    const page = (await (await app.ask(null, "GET", catalog)).json()) as PublicCourse;
    const taken = 12 - (page.ways[0]?.seatsLeft ?? 0);
    await app.ask(OWNER, "PUT", `${course}/cohorts/k`, cohort(taken + 3));
    const all = await Promise.all(
      Array.from({ length: 20 }, (_, i) => enroll(`crowd-${i}@example.org`)),
    );
    expect(all.filter(({ status }) => status === 200)).toHaveLength(3);
    const refused = all.find(({ status }) => status === 409);
    if (!refused) throw new Error("nobody was refused");
    expect(((await refused.json()) as Problem).detail).toMatch(/Every seat is taken/);
    await app.ask(OWNER, "PUT", `${course}/cohorts/k`, cohort(null));
  });
  test("whoever is in a cohort cannot get into the course a second time beside it", async () => {
    expect((await enroll("twice@example.org")).status).toBe(409);
    expect((await enroll("twice@example.org", null)).status).toBe(409);
  });
});

describe("by hand", () => {
  const person = {
    name: "Mira Sol",
    email: "Mira@example.org",
    timeZone: "Asia/Tokyo",
    cohort: null,
  };
  test("somebody new is invited by mail, and is found by their address when they come", async () => {
    const response = await app.ask(OWNER, "POST", `${course}/enrollments`, person);
    expect(response.status).toBe(200);
    expect(app.mails.at(-1)).toMatchObject({ to: "Mira@example.org" });
    const mail = app.mails.at(-1);
    expect(mail?.text).toMatch(/\/welcome\?token=[\w-]{20,}/);
    // It names the course, and what opens when, in their own zone.
    expect(mail?.subject).toBe("You are enrolled in Bread & more");
    expect(mail?.text).toMatch(/ {2}now: One\n {2}Mon 22 Mar 2027, 16:00: Two\n/);
    expect(mail?.text).toContain("The course is yours until Wed 9 Jun 2027, 08:00.");
    expect(mail?.text).toContain("Times are Tokyo time.");
    expect(mail?.html).toContain("Mon 22 Mar 2027, 16:00");
    const shelf = (await (
      await app.ask("mira@example.org", "GET", "/schools/one/shelf")
    ).json()) as Shelf;
    expect(shelf.courses).toMatchObject([{ course: "c" }]);
  });
  test("of many requests at once on the first visit, every one is that person's", async () => {
    const response = await app.ask(OWNER, "POST", `${course}/enrollments`, {
      ...person,
      email: "hurried@example.org",
    });
    const { enrollment } = (await response.json()) as { enrollment: string };
    const all = await Promise.all(
      Array.from({ length: 12 }, () =>
        app.ask("hurried@example.org", "GET", `/schools/one/shelf/${enrollment}`),
      ),
    );
    expect(all.map(({ status }) => status)).toEqual(Array(12).fill(200));
  });
  test("a second time is refused; outside the window it is not", async () => {
    expect((await app.ask(OWNER, "POST", `${course}/enrollments`, person)).status).toBe(409);
    const late = { ...person, email: "late@example.org", cohort: "k" };
    const response = await at("2027-03-25T12:00:00Z", () =>
      app.ask(OWNER, "POST", `${course}/enrollments`, late),
    );
    expect(response.status).toBe(200);
  });
  test("no free seat and a block are overruled with a reason that stays on the record; who is in already is not", async () => {
    const put = (seats: number | null) =>
      app.ask(OWNER, "PUT", `${course}/cohorts/k`, cohort(seats));
    const hand = async (more: object) => {
      const response = await app.ask(OWNER, "POST", `${course}/enrollments`, {
        ...person,
        email: "beyond@example.org",
        cohort: "k",
        ...more,
      });
      return { status: response.status, body: (await response.json()) as Problem };
    };
    await put(1);
    const refused = await hand({});
    expect(refused).toMatchObject({
      status: 409,
      body: { type: "urn:dawn-gate:may-overrule", errors: [{ path: "full" }] },
    });
    expect(await hand({ overrule: "  " })).toMatchObject({ status: 422 });
    expect((await hand({ overrule: "Her bakery was promised a seat" })).status).toBe(200);
    const { rows } = await test_.db.withSchool(
      { school, who: { kind: "system", id: "t", name: "t" } },
      (tx) =>
        sql<{ reason: string }>`
          select v.reason from enrollment_event v
          join enrollment e on e.school_id = v.school_id and e.id = v.enrollment_id
          join person p on p.school_id = e.school_id and p.id = e.person_id
          where lower(p.email) = 'beyond@example.org' order by v.sequence limit 1`.execute(tx),
    );
    expect(rows[0]?.reason).toMatch(
      /^Enrolled by .+, against what kept them out: Her bakery was promised a seat$/,
    );
    // Twice is no question of seats.
    expect(await hand({ overrule: "Again" })).toMatchObject({
      status: 409,
      body: { type: "about:blank" },
    });
    await put(null);
  });
  test.each([
    [{ email: "no address" }, "email"],
    [{ name: "  " }, "name"],
    [{ timeZone: "Mars/Olympus" }, "timeZone"],
  ])("%j is refused at its place", async (change, path) => {
    const response = await app.ask(OWNER, "POST", `${course}/enrollments`, {
      ...person,
      ...change,
    });
    expect(response.status).toBe(422);
    expect(((await response.json()) as Problem).errors?.map((error) => error.path)).toEqual([path]);
  });
});

describe("what staff do stays on the record, once", () => {
  const events = `${course}/enrollments/e1/events`;
  const acts = `${course}/acts`;
  const enrollments = ["e1"];
  const timeline = async () =>
    (await (
      await app.ask(OWNER, "GET", `${course}/timeline?enrollment=e1`)
    ).json()) as TimelineAnswer;
  test("an extension, pressed twice, moves the end once", async () => {
    const before = (await timeline()).access.until ?? "";
    const act = {
      enrollments,
      key: "press-0001",
      act: { type: "extended", add: "P14D", reason: "Was ill" },
    };
    await Promise.all([app.ask(OWNER, "POST", acts, act), app.ask(OWNER, "POST", acts, act)]);
    const after = (await timeline()).access.until ?? "";
    expect((Date.parse(after) - Date.parse(before)) / 86_400_000).toBeCloseTo(14, 0);
    const record = (await (await app.ask(OWNER, "GET", events)).json()) as {
      events: { kind: string; reason: string | null; author: string }[];
    };
    expect(
      record.events.filter(({ kind, author }) => kind === "extended" && author === "owner"),
    ).toEqual([expect.objectContaining({ reason: "Was ill" })]);
  });
  test("opened early, withdrawn and given back", async () => {
    const post = (key: string, act: object) =>
      app.ask(OWNER, "POST", acts, { enrollments, key, act: { ...act, reason: "Agreed" } });
    await post("press-0002", { type: "opened-by-staff", item: "m2" });
    expect((await timeline()).items.find(({ id }) => id === "m2")?.state).toBe("open");
    now = (now + 60_000) as Instant;
    await post("press-0003", { type: "revoked" });
    now = (now + 60_000) as Instant;
    expect((await timeline()).access.state).toBe("closed");
    await post("press-0004", { type: "restored" });
    expect((await timeline()).access.state).toBe("open");
  });
  test.each([
    [{ type: "extended", add: "P14D", reason: " " }, "act.reason"],
    [{ type: "extended", add: "14 days", reason: "r" }, "act.add"],
    [{ type: "vanish", reason: "r" }, "act.type"],
  ])("%j is refused at its place", async (act, path) => {
    const response = await app.ask(OWNER, "POST", acts, { enrollments, key: "press-bad1", act });
    expect(response.status).toBe(422);
    expect(((await response.json()) as Problem).errors?.[0]?.path).toBe(path);
  });
  test("an item that is not there is refused", async () => {
    const act = { type: "completed", item: "nothing", reason: "r" };
    expect(
      (await app.ask(OWNER, "POST", acts, { enrollments, key: "press-bad2", act })).status,
    ).toBe(422);
  });
});

describe("the enrollee learns", () => {
  const who = "mira@example.org";
  const mine = async () => {
    const { courses } = (await (await app.ask(who, "GET", "/schools/one/shelf")).json()) as Shelf;
    return `/schools/one/shelf/${courses[0]?.enrollment}`;
  };
  test("reads the school's own words, and a course's own before those", async () => {
    const home = await mine();
    const words = async () => ((await (await app.ask(who, "GET", home)).json()) as MyCourse).words;
    expect(await words()).toMatchObject({ lesson: "lesson", done: "Done, go on" });
    await app.ask(OWNER, "PATCH", "/schools/one", { words: { lesson: "step", lessons: "steps" } });
    await app.ask(OWNER, "PATCH", "/schools/one/courses/c", { words: { lessons: "moves" } });
    expect(await words()).toMatchObject({ lesson: "step", lessons: "moves", module: "module" });
    const open = (await (
      await app.ask(null, "GET", "/schools/one/catalog/c")
    ).json()) as PublicCourse;
    expect(open.words).toEqual(await words());
    const refused = await app.ask(OWNER, "PATCH", "/schools/one/courses/c", {
      words: { lesson: "x".repeat(41) },
    });
    expect(((await refused.json()) as Problem).errors?.[0]?.path).toBe("words.lesson");
    // Changed at once by two, neither undoes the other; an empty one is gone.
    await Promise.all(
      ["module", "modules", "lesson", "course"].map((key) =>
        app.ask(OWNER, "PATCH", "/schools/one/courses/c", { words: { [key]: `own ${key}` } }),
      ),
    );
    expect(await words()).toMatchObject({
      module: "own module",
      modules: "own modules",
      lesson: "own lesson",
      lessons: "moves",
      course: "own course",
    });
    const none = { course: "", module: "", modules: "", lesson: "", lessons: "" };
    await app.ask(OWNER, "PATCH", "/schools/one", { words: none });
    await app.ask(OWNER, "PATCH", "/schools/one/courses/c", { words: none });
    expect(await words()).toMatchObject({ lesson: "lesson", lessons: "lessons" });
  });
  test("a shut lesson's door says why, an open one lets in and puts the beginning on record", async () => {
    const home = await mine();
    const shut = await app.ask(who, "POST", `${home}/lessons/l2`);
    expect(shut.status).toBe(403);
    expect(((await shut.json()) as Problem).detail).toMatch(/^Opens .*: with its module, “Two”/);
    const open = await app.ask(who, "POST", `${home}/lessons/l1`);
    expect(await open.json()).toMatchObject({
      title: "First",
      text: "Flour **and** water.",
      done: false,
    });
    const sample = await app.ask(who, "POST", `${home}/lessons/l3`);
    expect(sample.status).toBe(200);
  });
  test("a tick is reflected at once, can be taken back, and a module's completion stays", async () => {
    const home = await mine();
    const tick = async (done: boolean, key: string) =>
      (await (await app.ask(who, "PUT", `${home}/lessons/l1`, { done, key })).json()) as Ticked;
    const course = async () => (await (await app.ask(who, "GET", home)).json()) as MyCourse;
    const ticked = await tick(true, "tick-0001");
    expect(ticked).toMatchObject({ done: true, progress: { done: 1 } });
    const { timeline } = await course();
    expect(timeline.items.find(({ id }) => id === "m1")?.done).toBe(true);
    const again = await tick(true, "tick-0001");
    expect(again.progress.done).toBe(1);
    now = (now + 60_000) as Instant;
    const undone = await tick(false, "tick-0002");
    expect(undone.progress.done).toBe(0);
    const record = (
      await test_.db.readSchool(school, (tx) =>
        tx
          .selectFrom("enrollment_event")
          .select(["kind", "data"])
          .where("kind", "=", "completed")
          .execute(),
      )
    ).map(({ data }) => (data as { item: string }).item);
    expect(record).toEqual(expect.arrayContaining(["l1", "m1"]));
  });
  test("a shut lesson cannot be ticked", async () => {
    const home = await mine();
    const response = await app.ask(who, "PUT", `${home}/lessons/l2`, {
      done: true,
      key: "tick-0003",
    });
    expect(response.status).toBe(403);
  });
});

const token = (text = "") => /token=([\w-]+)/.exec(text)?.[1] ?? "";

test("whoever is invited reads in what they are already, with the first dates, before they are asked for anything", async () => {
  const owned = await ownedSchool(() => instant("2027-03-10T12:00:00Z"));
  try {
    await owned.ask("POST", "/schools/one/courses/c/enrollments", {
      name: "Nia",
      email: "nia@example.org",
      timeZone: "Asia/Tokyo",
      cohort: null,
    });
    const link = token(owned.app.mails.at(-1)?.text);
    const answer = await owned.app.ask(null, "GET", `/invitations/${link}/courses`);
    expect(await answer.json()).toEqual({
      courses: [
        {
          title: "Bread & more",
          says: ["You are in “Bread & more”. What opens when:"],
          dates: [
            { when: "now", what: "One" },
            { when: "Mon 22 Mar 2027, 16:00", what: "Two" },
          ],
          small: ["The course is yours until Wed 9 Jun 2027, 08:00.", "Times are Tokyo time."],
        },
      ],
    });
    await owned.ask("POST", "/schools/one/members", { email: "ari@example.org", role: "author" });
    const staff = token(owned.app.mails.at(-1)?.text);
    const none = await owned.app.ask(null, "GET", `/invitations/${staff}/courses`);
    expect(await none.json()).toEqual({ courses: [] });
    expect((await owned.app.ask(null, "GET", "/invitations/unknown/courses")).status).toBe(404);
  } finally {
    await owned.test_.close();
  }
});
