/** What has changed since somebody enrolled, told to them: only what touches them and is still ahead; empty lessons; own words. */
import type { MyCourse, Shelf } from "@dawngate/contract/enrollment";
import type { Problem } from "@dawngate/contract/problem";
import type { Instant } from "@dawngate/core/time";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const MIRA = "mira@example.org";
const C = "/schools/one/courses/c";
let now: Instant;
let owned: Owned;
let number = 0;
beforeEach(async () => {
  number = 0;
  now = instant("2027-03-10T12:00:00Z");
  owned = await ownedSchool(() => now);
  const mira = { name: "Mira", email: MIRA, timeZone: "Europe/Lisbon", cohort: null };
  await owned.ask("POST", `${C}/enrollments`, mira);
});
afterEach(() => owned.test_.close());

async function published(...operations: object[]) {
  now = (now + 60_000) as Instant;
  for (const operation of operations)
    await owned.ask("POST", `${C}/draft`, {
      base: 0,
      clientId: "client-changed",
      operations: [{ number: ++number, operation }],
    });
  await owned.ask("POST", `${C}/versions`);
}
const gate = (item: string, days: number) => ({
  type: "set-module",
  item,
  set: { gate: { need: "all", when: [{ from: "enrolled", add: `P${days}D` }] } },
});
async function as<T>(method: string, path: string, body?: unknown, status = 200) {
  const response = await owned.app.ask(MIRA, method, `/schools/one/${path}`, body);
  const text = await response.text();
  if (response.status !== status) throw new Error(`${response.status}: ${text}`);
  return JSON.parse(text) as T;
}
async function course() {
  const [held] = (await as<Shelf>("GET", "shelf")).courses;
  return as<MyCourse>("GET", `shelf/${held?.enrollment}`);
}

test("nothing is told before anything has changed, nor of what changed before one came", async () => {
  expect((await course()).changed).toBeNull();
  await published({ type: "set-module", item: "m1", set: { title: "One, again" } });
  // A title is no date: nothing of it touches anybody.
  expect((await course()).changed).toBeNull();
});

test("what opens later is told with both dates, once for a module and what goes along with it", async () => {
  const before = (await course()).timeline.items.find(({ id }) => id === "m2")?.opens;
  await published(gate("m2", 30));
  const { changed, timeline } = await course();
  const after = timeline.items.find(({ id }) => id === "m2")?.opens;
  expect(after).not.toBe(before);
  expect(changed).toMatchObject({ version: 2, added: [], gone: [], end: null });
  expect(changed?.opens).toEqual([{ title: "Two", before, after }]);
});

test("what is past for them is not told any more, and what is new and gone is called by its title", async () => {
  await published(gate("m2", 9));
  expect((await course()).changed?.opens).toHaveLength(1);
  now = instant("2027-03-25T12:00:00Z");
  expect((await course()).changed?.opens ?? []).toEqual([]);
  await published(
    { type: "remove", item: "l1" },
    {
      type: "insert-module",
      module: {
        id: "m4",
        title: "Four",
        lessons: [{ id: "l8", title: "Eighth", kind: "text" }],
      },
      after: "m2",
    },
  );
  const { changed } = await course();
  expect([changed?.added, changed?.gone]).toEqual([["Four"], ["First"]]);
});

test("whoever enrolls after a change is told nothing of it", async () => {
  await published(gate("m2", 30));
  now = instant("2027-03-11T12:00:00Z");
  const other = { name: "Noor", email: "noor@example.org", timeZone: "UTC", cohort: null };
  await owned.ask("POST", `${C}/enrollments`, other);
  const shelf = await owned.app.ask("noor@example.org", "GET", "/schools/one/shelf");
  const [held] = ((await shelf.json()) as Shelf).courses;
  const mine = await owned.app.ask(
    "noor@example.org",
    "GET",
    `/schools/one/shelf/${held?.enrollment}`,
  );
  expect(((await mine.json()) as MyCourse).changed).toBeNull();
});

test("an empty lesson is gone on with only where nothing else is left, and is told as empty", async () => {
  await published({
    type: "insert-lesson",
    module: "m1",
    lesson: { id: "l0", title: "Zeroth", kind: "text" },
    after: null,
  });
  const { modules, goOn } = await course();
  const lessons = modules.flatMap((module) => module.lessons);
  expect(lessons.find(({ id }) => id === "l0")).toMatchObject({ empty: true });
  expect(goOn).toBe("l1");
});

test("a school's own words stand in why something is shut and in what a refusal says", async () => {
  await owned.ask("PATCH", "/schools/one", {
    words: { course: "journey", module: "stage", lesson: "step" },
  });
  const { timeline } = await course();
  const [held] = (await as<Shelf>("GET", "shelf")).courses;
  expect(timeline.items.find(({ id }) => id === "l2")?.state).toBe("scheduled");
  const shut = await as<Problem>("POST", `shelf/${held?.enrollment}/lessons/l2`, undefined, 403);
  expect(shut.detail).toMatch(/^Opens .*: with its stage, “Two”\.$/);
  const twice = await as<Problem>(
    "POST",
    "catalog/c",
    { cohort: "k", timeZone: "Europe/Lisbon" },
    409,
  );
  expect(twice.detail).toBe("You are in this journey already; go on where you were.");
});
