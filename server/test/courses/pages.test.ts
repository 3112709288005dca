/** Lists that come page by page: each page goes on where the one before ended, and a made-up end is refused. */
import type { CourseList } from "@dawngate/contract/courses";
import type { EventRecord } from "@dawngate/contract/enrollment";
import type { Problem } from "@dawngate/contract/problem";
import type { VersionList } from "@dawngate/contract/review";
import { OWNER, type Owned, ownedSchool, retitled } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
beforeAll(async () => {
  owned = await ownedSchool(() => instant("2027-03-10T12:00:00Z"));
});
afterAll(() => owned.test_.close());

test("the courses of a school, one to a page, are those of one long page, in its order", async () => {
  for (const title of ["Rye", "Spelt", "Oats"])
    await owned.ask("POST", "/schools/one/courses", { title });
  const whole = await owned.ask<CourseList>("GET", "/schools/one/courses");
  expect(whole.next).toBeNull();
  const titles: string[] = [];
  let next: string | null = null;
  do {
    const after: string = next === null ? "" : `&after=${encodeURIComponent(next)}`;
    const page: CourseList = await owned.ask("GET", `/schools/one/courses?most=1${after}`);
    expect(page.courses).toHaveLength(1);
    titles.push(...page.courses.map(({ title }) => title));
    next = page.next;
  } while (next !== null);
  expect(titles).toEqual(whole.courses.map(({ title }) => title));
  for (const after of ["x", Buffer.from('["a",1]').toString("base64url")]) {
    const problem = await owned.ask<Problem>(
      "GET",
      `/schools/one/courses?after=${after}`,
      undefined,
      400,
    );
    expect(problem.errors?.[0]?.path).toBe("after");
  }
});

test("versions and a person's record go on below the number one asks for", async () => {
  await owned.ask("POST", "/schools/one/courses/c/draft", retitled("One more"));
  await owned.ask("POST", "/schools/one/courses/c/versions");
  const all = await owned.ask<VersionList>("GET", "/schools/one/courses/c/versions");
  expect(all.versions.map(({ number }) => number)).toEqual([2, 1]);
  // Nothing is different from it: there is nothing to publish.
  const again = await owned.app.ask(OWNER, "POST", "/schools/one/courses/c/versions");
  expect(again.status).toBe(409);
  expect(((await again.json()) as Problem).detail).toMatch(/Nothing is different from version 2/);
  const older = await owned.ask<VersionList>("GET", "/schools/one/courses/c/versions?before=2");
  expect(older.versions).toEqual(all.versions.slice(1));
  const events = "/schools/one/courses/c/enrollments/e1/events";
  const record = await owned.ask<EventRecord>("GET", events);
  const below = await owned.ask<EventRecord>("GET", `${events}?before=4`);
  expect(below.events).toEqual(record.events.filter(({ sequence }) => sequence < 4));
  await owned.ask("GET", `${events}?before=0`, undefined, 400);
});
