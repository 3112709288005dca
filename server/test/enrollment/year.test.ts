import type { Year } from "@dawngate/contract/year";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
beforeAll(async () => {
  owned = await ownedSchool(() => instant("2027-03-10T12:00:00Z"));
});
afterAll(() => owned.test_.close());

const show = (from: string, through: string, after = "") =>
  owned.ask<Year>("GET", `/schools/one/year?from=${from}&through=${through}${after}`);

test("what runs, or takes people, in these days stands in it, the ends included; nothing else does", async () => {
  const names = async (from: string, through: string) =>
    (await show(from, through)).courses.flatMap(({ cohorts }) => cohorts.map(({ id }) => id));
  // The cohort: window 1 Feb to 20 Mar, 5 Apr to 25 Jun.
  expect(await names("2027-06-25", "2027-07-31")).toEqual(["k"]);
  expect(await names("2027-06-26", "2027-07-31")).toEqual([]);
  expect(await names("2027-01-01", "2027-02-01")).toEqual(["k"]);
  expect(await names("2027-01-01", "2027-01-31")).toEqual([]);
  expect(await names("2027-03-21", "2027-04-04")).toEqual([]);
});

test("each with its people, its seats, who leads it and who waits; a course's own window beside it", async () => {
  const [course] = (await show("2027-01-01", "2027-12-31")).courses;
  expect(course).toMatchObject({
    id: "c",
    published: true,
    window: { opens: "2027-03-01", closes: "2027-03-31" },
    cohorts: [{ name: expect.any(String), seats: 12, waiting: 0, leaders: [], listed: true }],
    sales: [],
  });
});

test("days that are none, backwards, or a hundred years are refused", async () => {
  for (const query of [
    "from=2027-01-01&through=2026-12-31",
    "from=2027-01-01&through=2127-01-01",
    "from=2027-02-30&through=2027-03-01",
    "from=2027-01-01&through=2027-12-31&after=bm90aGluZw",
  ]) {
    const { status } = await owned.app.ask(OWNER, "GET", `/schools/one/year?${query}`);
    expect([400, 422]).toContain(status);
  }
});

test("more courses than a page holds come page by page, each once", async () => {
  for (let i = 0; i < 45; i++)
    await owned.ask("POST", "/schools/one/courses", { title: `Course ${i}` });
  const first = await show("2027-01-01", "2027-12-31");
  expect(first.courses).toHaveLength(40);
  const rest = await show("2027-01-01", "2027-12-31", `&after=${first.next}`);
  const ids = [...first.courses, ...rest.courses].map(({ id }) => id);
  expect(new Set(ids).size).toBe(46);
  expect(rest.next).toBeNull();
});
