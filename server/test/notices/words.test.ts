/** Whose words are read: a cohort's, its course's, the school's, ours. */
import type { NoticeSettings, NoticeText } from "@dawngate/contract/notices";
import type { Instant } from "@dawngate/core/time";
import { notifySchool } from "../../src/notices/notify";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
const now: Instant = instant("2027-03-03T12:00:00Z");
beforeAll(async () => {
  owned = await ownedSchool(() => now);
});
afterAll(() => owned.test_.close());

const W = "/schools/one/notices/texts/welcome";
const words = (subject: string) => ({ subject, text: "Come in: {course}." });
const put = (of: object, wanted: object | null, status = 200) =>
  owned.ask("PUT", W, { ...of, words: wanted }, status);
const read = (query: string) => owned.ask<NoticeText>("GET", `${W}${query}`);
let guests = 0;
/** What somebody reads who comes in now. */
async function welcomed(): Promise<string | undefined> {
  guests += 1;
  const who = `guest-${guests}@example.org`;
  const body = { timeZone: "Europe/Lisbon", cohort: "k" };
  const answer = await owned.app.ask(who, "POST", "/schools/one/catalog/c", body);
  expect(answer.status).toBe(200);
  await notifySchool(owned.test_.db, owned.school, "https://x", now);
  await owned.app.workOff();
  return owned.app.mails.find(({ to }) => to === who)?.subject;
}

test("the nearest are read, and taken back those around them are", async () => {
  await put({}, words("To all: {course}"));
  expect(await welcomed()).toBe("To all: Bread & more");
  await put({ course: "c" }, words("To the course: {course}"));
  expect(await welcomed()).toBe("To the course: Bread & more");
  const k = { course: "c", cohort: "k" };
  await put(k, words("{cohort}, come in"));
  expect(await welcomed()).toBe("Spring, come in");
  expect(await read("?course=c&cohort=k")).toMatchObject({ whose: "cohort", cohort: "k" });
  expect((await read("?course=c")).whose).toBe("course");
  expect((await read("")).whose).toBe("school");
  const { kinds } = await owned.ask<NoticeSettings>("GET", "/schools/one/notices/settings");
  expect(kinds.find(({ kind }) => kind === "welcome")?.courses).toEqual(["c"]);
  await put(k, null);
  expect((await read("?course=c&cohort=k")).whose).toBe("course");
  await put({ course: "c" }, null);
  expect((await read("?course=c&cohort=k")).whose).toBe("school");
  await put({}, null);
  expect((await read("?course=c&cohort=k")).whose).toBe("ours");
});

test("a cohort that is not there, or of no course, is refused", async () => {
  await put({ course: "c", cohort: "nowhere" }, words("x"), 404);
  await put({ cohort: "k" }, words("x"), 422);
  await owned.ask("GET", `${W}?course=c&cohort=nowhere`, undefined, 404);
});
