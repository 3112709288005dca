/** A course in parts: its lessons are shared, nothing is on sale by itself, and one press is one split. */

import type { LessonDraft } from "@dawngate/contract/lessons";
import type { ListingAnswer, PartsMade } from "@dawngate/contract/sales";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { forDays, type Selling, sellingSchool } from "../helpers/selling";

let school: Selling;
beforeAll(async () => {
  school = await sellingSchool(() => instant("2027-03-10T12:00:00Z"));
});
afterAll(() => school.owned.test_.close());

const WANTED = {
  key: "one-press-of-it",
  parts: [
    { title: "Bread, the first part", first: "m1", amount: 9900 },
    { title: "Bread, the second part", first: "m2", amount: 12_900 },
  ],
  together: { title: "Bread, both parts", amount: 19_900 },
};

async function split<T = PartsMade>(more: object = {}, status = 200, who = OWNER) {
  const response = await school.owned.app.ask(who, "POST", "/schools/one/courses/c/parts", {
    ...WANTED,
    ...more,
  });
  const text = await response.text();
  if (response.status !== status) throw new Error(`${response.status}: ${text}`);
  return JSON.parse(text) as T;
}
const lessonOf = (course: string, lesson: string) =>
  school.owned.ask<LessonDraft>("GET", `/schools/one/courses/${course}/draft/lessons/${lesson}`);

test("each part is a course and a listing of its own, with the terms of the course's own listing; the course stays", async () => {
  await school.onSale("Bread alone", { validity: [forDays(90)] });
  const before = await school.owned.ask<{ sequence: number }>(
    "GET",
    "/schools/one/courses/c/draft",
  );
  const made = await split();
  expect(made.loosened).toEqual([]);
  const [one, two] = made.parts;
  const drafts = await Promise.all(
    made.parts.map(({ course }) =>
      school.owned.ask<{ course: { title: string; modules: { id: string }[] }; version: null }>(
        "GET",
        `/schools/one/courses/${course}/draft`,
      ),
    ),
  );
  expect(
    drafts.map(({ course, version }) => [
      course.title,
      course.modules.map(({ id }) => id),
      version,
    ]),
  ).toEqual([
    ["Bread, the first part", ["m1"], null],
    ["Bread, the second part", ["m2", "m3"], null],
  ]);
  const listing = (id: string | null) =>
    school.owned.ask<ListingAnswer>("GET", `/schools/one/listings/${id}`);
  expect(await listing(two?.listing ?? null)).toMatchObject({
    state: "draft",
    offer: {
      courses: [{ id: two?.course }],
      options: [{ kind: "once", amount: 12_900 }],
      validity: [forDays(90)],
      tax: { rate: 2300, included: true },
    },
  });
  expect(await listing(made.together)).toMatchObject({
    state: "draft",
    offer: {
      title: "Bread, both parts",
      courses: [
        { id: one?.course, price: 9900 },
        { id: two?.course, price: 12_900 },
      ],
      options: [{ amount: 19_900 }],
    },
  });
  expect(await school.owned.ask("GET", "/schools/one/courses/c/draft")).toMatchObject(before);
});

test("a lesson is one in the course and in its part: what is written in the one stands in the other", async () => {
  const { parts } = await split();
  const part = parts[0]?.course ?? "";
  const { revision, standsIn } = await lessonOf(part, "l1");
  expect(standsIn).toContainEqual(expect.objectContaining({ course: "c" }));
  await school.owned.ask("PUT", `/schools/one/courses/${part}/draft/lessons/l1`, {
    text: "Written in the part.",
    revision,
  });
  expect((await lessonOf("c", "l1")).text).toBe("Written in the part.");
});

test("the same press twice is one split; another press is another", async () => {
  const again = await split();
  expect(again).toEqual(await split());
  const other = await split({ key: "another-press" });
  expect(other.parts[0]?.course).not.toBe(again.parts[0]?.course);
  const both = await Promise.all([
    split({ key: "twice-at-once" }),
    split({ key: "twice-at-once" }),
  ]);
  expect(both[0]).toEqual(both[1]);
});

test("what is no split of it is refused, and nothing is made", async () => {
  const count = async () =>
    (await school.owned.ask<{ courses: unknown[] }>("GET", "/schools/one/courses")).courses.length;
  const before = await count();
  const [first, second] = WANTED.parts;
  for (const parts of [
    [first],
    [second, first],
    [first, { ...second, first: "nothing" }],
    [first, { ...second, amount: -1 }],
  ])
    await split({ key: "a-refused-press", parts }, 422);
  expect(await count()).toBe(before);
});
