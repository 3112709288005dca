/** Living in another time zone: seen before it is kept, what is open stays open, the rest follows (calculations.md, 4). */
import type { Acted, EventRecord, MyCourse, Ownself, Shelf } from "@dawngate/contract/enrollment";
import type { Problem } from "@dawngate/contract/problem";
import type { Instant } from "@dawngate/core/time";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const MIRA = "mira@example.org";
const S = "/schools/one";
let now: Instant;
let owned: Owned;
beforeEach(async () => {
  now = instant("2027-03-10T12:00:00Z");
  owned = await ownedSchool(() => now);
  // The course counts each person's own days.
  await counts("enrollee", 1);
  const mira = { name: "Mira", email: MIRA, timeZone: "Asia/Tokyo", cohort: null };
  await owned.ask("POST", `${S}/courses/c/enrollments`, mira);
});
afterEach(() => owned.test_.close());

/** Whose days the course counts, published for everybody. */
async function counts(clock: "enrollee" | "school", number: number) {
  await owned.ask("POST", `${S}/courses/c/draft`, {
    base: 0,
    clientId: "client-clock",
    operations: [{ number, operation: { type: "set-course", set: { clock } } }],
  });
  await owned.ask("POST", `${S}/courses/c/versions`);
}

async function as<T>(who: string, method: string, path: string, body?: unknown, status = 200) {
  const response = await owned.app.ask(who, method, path, body);
  const text = await response.text();
  if (response.status !== status) throw new Error(`${response.status}: ${text}`);
  return JSON.parse(text) as T;
}
let presses = 0;
const zone = (timeZone: string, look = false) =>
  as<Acted>(MIRA, "PUT", `${S}/self/zone`, { timeZone, key: `press-${++presses}-key`, look });
async function course() {
  const [held] = (await as<Shelf>(MIRA, "GET", `${S}/shelf`)).courses;
  return as<MyCourse>(MIRA, "GET", `${S}/shelf/${held?.enrollment}`);
}
const at = async (item: string) => (await course()).timeline.items.find(({ id }) => id === item);
const events = async () => {
  const { courses } = await as<Shelf>(MIRA, "GET", `${S}/shelf`);
  return as<EventRecord>(
    OWNER,
    "GET",
    `${S}/courses/c/enrollments/${courses[0]?.enrollment}/events`,
  );
};

test("what would move is shown and nothing is kept; then it is kept, and the dates have moved so", async () => {
  // Enrolled on Wednesday 10 March, seven days on, then the next Monday at seven, her own.
  expect(await at("m2")).toMatchObject({ opens: "2027-03-21T22:00:00Z" });
  const seen = await zone("America/New_York", true);
  expect(seen.people[0]?.name).toBe("Bread & more");
  expect(seen.people[0]?.moves.find(({ item }) => item === "m2")).toMatchObject({
    before: "2027-03-21T22:00:00Z",
    after: "2027-03-22T11:00:00Z",
  });
  expect(await at("m2")).toMatchObject({ opens: "2027-03-21T22:00:00Z" });
  expect((await as<Ownself>(MIRA, "GET", `${S}/self`))?.timeZone).toBe("Asia/Tokyo");
  expect((await zone("America/New_York")).people).toEqual(seen.people);
  expect(await at("m2")).toMatchObject({ opens: "2027-03-22T11:00:00Z" });
  expect((await as<Ownself>(MIRA, "GET", `${S}/self`))?.timeZone).toBe("America/New_York");
  // The list asks the projection, and it has followed.
  const [held] = (await as<Shelf>(MIRA, "GET", `${S}/shelf`)).courses;
  expect(held?.next?.opens).toBe("2027-03-22T11:00:00Z");
});

test("what is open stays open, by the server's hand; who lives where they lived changes nothing", async () => {
  now = instant("2027-03-21T23:00:00Z");
  expect(await at("m2")).toMatchObject({ state: "open" });
  const seen = await zone("America/New_York", true);
  expect(seen.people[0]?.loses ?? []).toEqual([]);
  await zone("America/New_York");
  expect(await at("m2")).toMatchObject({ state: "open" });
  const record = (await events()).events;
  expect(record.find(({ kind }) => kind === "zone-set")).toMatchObject({ authorKind: "account" });
  const opened = record.filter(({ kind }) => kind === "opened-by-staff");
  expect(opened.map(({ data }) => data.item)).toContain("m2");
  expect(new Set(opened.map(({ authorKind }) => authorKind))).toEqual(new Set(["system"]));
  const before = record.length;
  expect((await zone("America/New_York")).people).toEqual([]);
  expect((await events()).events).toHaveLength(before);
});

test("a course that counts the school's days does not follow, and whoever holds nothing is told so", async () => {
  await counts("school", 2);
  expect((await zone("America/New_York", true)).people).toEqual([]);
  const other = await owned.app.ask("nobody@example.org", "PUT", `${S}/self/zone`, {
    timeZone: "Asia/Tokyo",
    key: "press-of-nobody",
  });
  expect([other.status, ((await other.json()) as Problem).detail]).toEqual([
    404,
    "You hold no course here, so no date follows your zone.",
  ]);
  const wrong = await owned.app.ask(MIRA, "PUT", `${S}/self/zone`, {
    timeZone: "Mars/Olympus",
    key: "press-of-mars",
  });
  expect(wrong.status).toBe(422);
});
