/** Whose words are read: a cohort's, its course's, the school's, ours. */
import type { NoticeSettings, NoticeText, NoticeTried } from "@dawngate/contract/notices";
import type { Instant } from "@dawngate/core/time";
import { comesIn, lookAndSend, mailsTo } from "../helpers/notified";
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
  await comesIn(owned, who);
  await lookAndSend(owned, now);
  return mailsTo(owned, who)[0]?.subject;
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

test("a link that leads nowhere is found before it is kept; what leads on, or to other sites, is not", async () => {
  const at = (path: string) => `http://127.0.0.1:1${path}`;
  const tried = async (text: string) =>
    (
      await owned.ask<NoticeTried>("POST", `${W}/trial`, { words: { subject: "Hello", text } })
    ).faults.map(({ path, reason }) => `${path}: ${reason}`);
  const fine = ["/one", "/one/shelf", "/one/c/c", "/one/dates?x=1", "/sign-in"].map(at);
  expect(await tried(`${fine.join(", ")}. See https://example.org/anything (or not).`)).toEqual([]);
  expect(await tried(`Here: ${at("/one/c/bred")}.`)).toEqual([
    `text: “${at("/one/c/bred")}” leads nowhere: no course is published at this address`,
  ]);
  expect(await tried(at("/one/c/%zz"))).toEqual([expect.stringContaining("no course is")]);
  expect(await tried(at("/one/p/nothing"))).toEqual([
    expect.stringContaining("nothing is on sale"),
  ]);
  expect(await tried(at("/one/shelf/e1"))).toEqual([expect.stringContaining("one person's own")]);
  expect(await tried(at("/two"))).toEqual([expect.stringContaining("of no school, or of another")]);
  expect(await tried(at("/one/staff"))).toEqual([expect.stringContaining("no such page")]);
  expect(await tried("https://, and http://exa mple")).toEqual([
    expect.stringContaining("it is no address"),
    expect.stringContaining("it names no site"),
  ]);
  await put({}, { subject: "Hello", text: at("/one/c/bred") }, 422);
});

test("words are read as whoever has just come in, also before anybody looked at what they are told", async () => {
  const fresh = await ownedSchool(() => now);
  await comesIn(fresh, "newest@example.org");
  const trial = { words: { subject: "{course}", text: "Hello {person}." } };
  const tried = await fresh.ask<NoticeTried>("POST", `${W}/trial`, trial);
  await fresh.test_.close();
  expect(tried).toMatchObject({
    person: { name: "newest" },
    letter: { says: ["Hello newest."] },
  });
});

test("words are read as they will be from a day on", async () => {
  const ask = (from?: string) =>
    owned.ask<NoticeTried>("POST", "/schools/one/notices/texts/opened/trial", {
      person: "ben",
      words: { subject: "{items}", text: "{items} in {courses}." },
      ...(from !== undefined && { from }),
    });
  const [soon, later] = [await ask(), await ask("2027-04-05T12:00:00Z")];
  expect(soon.at).toBe("2027-04-05T05:30:00Z");
  expect(Date.parse(later.at ?? "")).toBeGreaterThan(Date.parse("2027-04-05T12:00:00Z"));
  expect(later.letter?.subject).not.toBe(soon.letter?.subject);
});
