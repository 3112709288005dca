import { gunzipSync } from "node:zlib";
import type { Course, CourseList } from "@dawngate/contract/courses";
import { course, courseList } from "@dawngate/contract/courses";
import { ROOMS } from "@dawngate/contract/endpoints/index";
import type { Problem } from "@dawngate/contract/problem";
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { timeline } from "@dawngate/contract/schedule";
import { parsePlan } from "@dawngate/core/plan";
import { timelines, writeTimeline } from "@dawngate/core/schedule";
import { formatInstant } from "@dawngate/core/time";
import { importSchool } from "../../src/import/import";
import { insertMember } from "../../src/school/staff-store";
import { type TestApp, testApp } from "../helpers/app";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { instant, sampleImport } from "../helpers/sample";

const now = instant("2027-03-20T12:00:00Z");
let test_: TestDatabase;
let app: TestApp;
beforeAll(async () => {
  test_ = await testDatabase();
  const school = await importSchool(test_.db, sampleImport("one"), now);
  await test_.db.withSchool(school, (tx) =>
    insertMember(tx, school, {
      user_id: "account-owner@example.org",
      role: "owner",
      name: "owner",
      email: "owner@example.org",
    }),
  );
  app = testApp(test_.db, () => now);
});
afterAll(() => test_.close());

const get = async <T>(path: string, status = 200): Promise<T> => {
  const response = await app.ask("owner@example.org", "GET", path);
  expect(response.status).toBe(status);
  if (status >= 400) expect(response.headers.get("content-type")).toBe("application/problem+json");
  return (await response.json()) as T;
};
const line = "/schools/one/courses/c/timeline";

describe("the timeline over HTTP", () => {
  test("is the core's own answer for a real person, with the why of everything", async () => {
    const parsed = parsePlan(sampleImport("one").plan);
    if (!parsed.ok) throw new Error();
    for (const [index, id] of ["e1", "e2"].entries()) {
      const answer = await get<TimelineAnswer>(`${line}?enrollment=${id}`);
      timeline.parse(answer);
      const own = timelines(parsed.plan, now)[index];
      if (!own) throw new Error();
      const { items, access, ...rest } = writeTimeline(own);
      expect(answer).toMatchObject({ ...rest, at: formatInstant(now), access, version: 1 });
      expect(answer.items).toMatchObject(items as never);
      for (const item of answer.items)
        expect(item.closesWhy.at(-1)).toMatchObject({ instant: item.closes });
    }
  });

  test("answers for somebody imagined, in their own zone, in a cohort or without", async () => {
    const plain = await get<TimelineAnswer>(
      `${line}?day=2027-03-05&time=23:30&timeZone=Asia/Tokyo`,
    );
    expect(plain.enrolledAt).toBe("2027-03-05T14:30:00Z");
    // 5 March + 7 days = Friday 12; the next Monday is closed, so the one after it.
    expect(plain.items.find(({ id }) => id === "m2")?.opens).toBe("2027-03-22T07:00:00Z");
    const cohort = await get<TimelineAnswer>(`${line}?day=2027-03-05&cohort=k`);
    expect(cohort.items.find(({ id }) => id === "m2")?.opens).toBe("2027-04-12T06:00:00Z");
  });

  test("can be asked for any instant", async () => {
    const before = await get<TimelineAnswer>(`${line}?enrollment=e1&at=2027-03-06T08:00:00Z`);
    expect(before.progress.done).toBe(0);
    expect(before.items.find(({ id }) => id === "m2")?.state).toBe("scheduled");
  });

  test.each([
    ["nobody named", "", "enrollment"],
    ["both a real and an imagined one", "?enrollment=e1&day=2027-03-05", "enrollment"],
    ["a day that does not exist", "?day=2027-02-30", "day"],
    ["an unknown zone", "?day=2027-03-05&timeZone=Mars/Olympus", "timeZone"],
    ["a zone for a real person", "?enrollment=e1&timeZone=Asia/Tokyo", "timeZone"],
    ["an instant without Z", "?enrollment=e1&at=2027-03-05T10:00:00", "at"],
    ["a time of day that does not exist", "?day=2027-03-05&time=25:00", "time"],
  ])("%s is refused at its place", async (_, query, path) => {
    const problem = await get<Problem>(`${line}${query}`, 400);
    expect(problem.errors?.map((error) => error.path)).toContain(path);
  });

  test("a name with a control character is refused at its place", async () => {
    const problem = await get<Problem>("/schools/one/courses/c%00", 400);
    expect(problem.errors).toEqual([expect.objectContaining({ path: "address" })]);
  });

  test.each([
    ["/schools/none/courses", /no school/],
    ["/schools/one/courses/none", /no course "none"/],
    ["/schools/one/courses/c/timeline?enrollment=none", /no enrollment "none"/],
    ["/schools/one/courses/c/timeline?day=2027-03-05&cohort=none", /no cohort "none"/],
    ["/schools/one/courses/c/lessons/none", /no lesson "none"/],
    ["/schools/one/courses/c/lessons/l4", /no lesson "l4"/],
    ["/nowhere", /no such address/],
  ])("%s is not there, and says so", async (path, detail) => {
    expect((await get<Problem>(path, 404)).detail).toMatch(detail);
  });
});

describe("courses over HTTP", () => {
  test("the list counts what is published, and says what opens next for how many", async () => {
    const list = courseList.parse(await get<CourseList>("/schools/one/courses"));
    expect(list.courses).toEqual([
      expect.objectContaining({
        id: "c",
        modules: 2,
        lessons: 3,
        minutes: 6,
        enrolled: 2,
        cohorts: 1,
      }),
    ]);
    // e1, paused two days: 14 March, the closed Monday skipped, so Monday 22; e2 waits for its cohort in April.
    expect(list.courses[0]?.nextOpening).toEqual({ at: "2027-03-22T07:00:00Z", people: 1 });
  });
  test("a row that is older than its enrollment's last event is never shown as true", async () => {
    const school = await test_.db.findSchool("one");
    if (!school) throw new Error();
    const bump = (by: number) =>
      test_.db.withSchool(school, (tx) =>
        tx
          .updateTable("enrollment")
          .set((e) => ({ last_sequence: e("last_sequence", "+", by) }))
          .where("id", "=", "e1")
          .execute(),
      );
    await bump(1);
    const list = await get<CourseList>("/schools/one/courses");
    expect(list.courses[0]?.nextOpening?.at).not.toBe("2027-03-22T07:00:00Z");
    await bump(-1);
  });
  test("a course shows its published outline, its cohorts, and how many are in it", async () => {
    const answer = await get<Course>("/schools/one/courses/c");
    course.parse(answer);
    expect(answer.modules.map(({ id, lessons }) => [id, lessons.length])).toEqual([
      ["m1", 1],
      ["m2", 2],
    ]);
    expect(answer.people).toBe(2);
    expect(answer.cohorts.map(({ people }) => people)).toEqual([1]);
    expect(JSON.stringify(answer)).not.toContain("example.org");
  });
  test("a lesson's text is Markdown as it was written", async () => {
    expect(await get("/schools/one/courses/c/lessons/l1")).toMatchObject({
      text: "Flour **and** water.",
    });
    expect(await get("/schools/one/courses/c/lessons/l3")).toMatchObject({ text: "" });
  });
});

describe("the API describes itself", () => {
  test("every route that is served stands in the OpenAPI document", async () => {
    const document = await get<{ openapi: string; paths: Record<string, object> }>("/openapi.json");
    expect(document.openapi).toBe("3.1.0");
    const operations = Object.values(document.paths).flatMap((path) => Object.keys(path));
    expect(operations.length).toBeGreaterThan(25);
    expect(Object.keys(document.paths)).toContain("/schools/{school}/courses/{course}/timeline");
  });
  test("each room has a document of its own, whole in itself", async () => {
    const whole = await get<{ paths: Record<string, Record<string, { tags: string[] }>> }>(
      "/openapi.json",
    );
    const rooms = [
      ...new Set(
        Object.values(whole.paths).flatMap((path) =>
          Object.values(path).flatMap(({ tags }) => tags),
        ),
      ),
    ];
    expect(rooms.sort()).toEqual(Object.keys(ROOMS).sort());
    let told = 0;
    for (const room of rooms) {
      const document = await get<{
        paths: Record<string, object>;
        components: Record<string, Record<string, unknown>>;
      }>(`/openapi/${room}.json`);
      told += Object.values(document.paths).flatMap((path) => Object.keys(path)).length;
      for (const [, kind = "", name = ""] of JSON.stringify(document).matchAll(
        /"#\/components\/(\w+)\/([^"]+)"/g,
      ))
        expect([room, name, document.components[kind]?.[name] !== undefined]).toEqual([
          room,
          name,
          true,
        ]);
    }
    expect(told).toBe(Object.values(ROOMS).flatMap((room) => Object.keys(room)).length);
    expect((await app.ask(null, "GET", "/openapi/attic.json")).status).toBe(404);
  });
  test("what breaks inside is told to the log, and not to the caller", async () => {
    const broken = testApp(
      {
        findActor: async () => {
          throw new Error("password=hunter2");
        },
      } as never,
      () => now,
    );
    const response = await broken.ask(null, "GET", "/schools/one");
    expect(response.status).toBe(500);
    expect(await response.text()).not.toContain("hunter2");
    expect(broken.logged.join()).toContain("hunter2");
  });
});

describe("what leaves the API", () => {
  const asking = (accepted: string) =>
    app.ask("owner@example.org", "GET", `${line}?enrollment=e1`, undefined, {
      "accept-encoding": accepted,
    });
  test("is packed for whoever takes gzip, and says the same", async () => {
    const packed = await asking("br, gzip");
    expect(packed.headers.get("content-encoding")).toBe("gzip");
    expect(packed.headers.get("vary")).toBe("Accept-Encoding");
    const bytes = Buffer.from(await packed.arrayBuffer());
    const plain = await asking("identity");
    expect(plain.headers.get("content-encoding")).toBeNull();
    expect(plain.headers.get("vary")).toBe("Accept-Encoding");
    expect(gunzipSync(bytes).toString("utf8")).toBe(await plain.text());
    expect((await asking("gzip;q=0, identity")).headers.get("content-encoding")).toBeNull();
  });
  test("is left as it is where packing gains nothing", async () => {
    const small = await app.ask(null, "GET", "/me", undefined, { "accept-encoding": "gzip" });
    expect(small.headers.get("content-encoding")).toBeNull();
    await expect(small.json()).resolves.toMatchObject({ account: null });
  });
  test("is kept nowhere, refusals and answers of signing in included", async () => {
    for (const path of ["/me", "/schools/none", "/auth/get-session", "/nowhere"]) {
      const response = await app.ask(null, "GET", path);
      expect([path, response.headers.get("cache-control")]).toEqual([path, "no-store"]);
      expect(response.headers.get("x-content-type-options")).toBe("nosniff");
    }
  });
});

describe("transactions of different schools side by side", () => {
  test("each see their own, also when all begin at once", async () => {
    const other = await importSchool(test_.db, sampleImport("other"), now);
    const mine = await test_.db.findSchool("one");
    if (!mine) throw new Error();
    const seen = await Promise.all(
      Array.from({ length: 60 }, (_, i) => {
        const school = i % 2 === 0 ? mine : other;
        const work = i % 3 === 0 ? test_.db.readSchool : test_.db.withSchool;
        return work(school, async (tx) => {
          const rows = await tx.selectFrom("school").select("id").execute();
          await tx.selectFrom("course").select("id").execute();
          const again = await tx.selectFrom("school").select("id").execute();
          return [...rows, ...again].every(({ id }) => id === school) && rows.length === 1;
        });
      }),
    );
    expect(seen).toEqual(seen.map(() => true));
  });
  test("what throws in the middle leaves nothing, and the connection serves the next", async () => {
    const school = await test_.db.findSchool("one");
    if (!school) throw new Error();
    const fails = test_.db.withSchool(school, async (tx) => {
      await tx.updateTable("school").set({ name: "Half" }).execute();
      await tx
        .insertInto("course")
        .values({ id: null } as never)
        .execute();
    });
    await expect(fails).rejects.toThrow();
    const reads = () =>
      test_.db.readSchool(school, (tx) => tx.selectFrom("school").select("name").execute());
    expect(await Promise.all(Array.from({ length: 12 }, reads))).not.toContainEqual([
      { name: "Half" },
    ]);
  });
});

test("a request asks the clock once, so that nothing of it straddles an instant", async () => {
  let asked = 0;
  const counting = testApp(test_.db, () => {
    asked++;
    return instant("2027-03-20T12:00:00Z");
  });
  for (const path of ["/schools/one/catalog/c", "/schools/one/courses", "/schools/one/shelf"]) {
    asked = 0;
    expect((await counting.ask("owner@example.org", "GET", path)).status).toBe(200);
    expect([path, asked]).toEqual([path, 1]);
  }
});

test("https is told of only where people come by https", async () => {
  const over = async (baseUrl: string) => {
    const other = testApp(test_.db, () => instant("2027-03-20T12:00:00Z"), undefined, { baseUrl });
    return (await other.ask(null, "GET", "/start")).headers.get("strict-transport-security");
  };
  expect(await over("https://school.example.org")).toMatch(/^max-age=\d{8}/);
  expect(await over("http://127.0.0.1:1")).toBeNull();
});
