/** Notices go out at their instant, once, in the words that count, and to whoever wants them. */
import type {
  NoticeSettings,
  NoticesAhead,
  NoticesRehearsed,
  NoticeText,
  NoticeTried,
  SentNoticeWhole,
  sentNotices,
  WrongNotices,
} from "@dawngate/contract/notices";
import type { Wishes } from "@dawngate/contract/wishes";
import type { Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { comesIn, lookAndSend, mailsTo as mailsIn, springStarts } from "../helpers/notified";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant = instant("2027-03-03T12:00:00Z");
beforeAll(async () => {
  owned = await ownedSchool(() => now);
});
afterAll(() => owned.test_.close());

/** Looks at everybody whose turn it is, at an instant, and sends what goes out. */
const at = async (text: string) => {
  now = instant(text);
  await lookAndSend(owned, now);
};
const enters = (who: string) => comesIn(owned, who);
const mailsTo = (who: string) => mailsIn(owned, who);
const subjects = (who: string) => mailsTo(who).map(({ subject }) => subject);
const N = "/schools/one/notices";
const settings = () => owned.ask<NoticeSettings>("GET", `${N}/settings`);
const set = async (change: object, status = 200) => {
  const { number, hour, quiet } = await settings();
  const body = { number, hour, quiet, kinds: {}, ...change };
  return owned.ask<NoticeSettings>("PUT", `${N}/settings`, body, status);
};
const key = (who: string) => /\/told\/([0-9a-f-]{36})/.exec(mailsTo(who).at(-1)?.text ?? "")?.[1];

test("whoever enrolls is welcomed at once; what opens is told at its hour of the zone that counts, once", async () => {
  now = instant("2027-03-03T12:00:00Z");
  const enrollment = await enters("ines@example.org");
  await at("2027-03-03T12:00:05Z");
  expect(subjects("ines@example.org")).toEqual(["You are in Bread & more"]);
  const [welcome] = mailsTo("ines@example.org");
  expect(welcome?.text).toContain("You go through it with the cohort “Spring”.");
  expect(welcome?.text).toContain("Next: “One”, Mon 5 Apr 2027, 00:00.");
  // Nothing is open yet: the paragraph that would say so is left out.
  expect(welcome?.text).not.toContain("Open now");
  expect(welcome?.text).toContain(`https://x/one/shelf/${enrollment}`);
  // The cohort starts at midnight; the night is quiet until half past six, in Lisbon's summer time.
  await at("2027-04-05T05:29:59Z");
  expect(subjects("ines@example.org")).toHaveLength(1);
  await at("2027-04-05T05:30:01Z");
  await at("2027-04-05T05:30:02Z");
  expect(subjects("ines@example.org").slice(1)).toEqual(["Open now: “One”"]);
  // A week after the start, at the release hour: 07:00 in Lisbon.
  await at("2027-04-12T05:59:59Z");
  await at("2027-04-12T06:00:01Z");
  expect(subjects("ines@example.org").slice(2)).toEqual(["Open now: “Two”"]);
});

test("two servers that look at the same instant send each notice once", async () => {
  now = instant("2027-03-17T12:00:00Z");
  await enters("twice@example.org");
  await Promise.all([at("2027-03-17T12:00:05Z"), at("2027-03-17T12:00:05Z")]);
  expect(subjects("twice@example.org")).toEqual(["You are in Bread & more"]);
});

test("a server that was away longer than two days tells nothing that is over", async () => {
  now = instant("2027-03-18T12:00:00Z");
  await enters("late@example.org");
  await at("2027-03-18T12:00:05Z");
  // What opens on Monday the 5th waits; nobody looks until Thursday.
  await at("2027-04-08T07:00:00Z");
  expect(subjects("late@example.org")).toEqual(["You are in Bread & more"]);
});

test("whoever is enrolled by hand has their welcome by that mail", async () => {
  now = instant("2027-03-19T12:00:00Z");
  await owned.ask("POST", "/schools/one/courses/c/enrollments", {
    name: "Jo Vale",
    email: "jo@example.org",
    timeZone: "Europe/Lisbon",
    cohort: "k",
  });
  const before = mailsTo("jo@example.org").length;
  await at("2027-03-19T12:00:05Z");
  await at("2027-03-19T13:00:05Z");
  expect(mailsTo("jo@example.org").slice(before)).toEqual([]);
});

test("whoever is put down for copies gets them of the kinds they want, by hand enrolled or not", async () => {
  now = instant("2027-03-19T13:30:00Z");
  await set({ copies: [{ email: "manager@example.org", kinds: ["welcome"] }] });
  await enters("copied@example.org");
  await owned.ask("POST", "/schools/one/courses/c/enrollments", {
    name: "Al Moor",
    email: "al@example.org",
    timeZone: "Europe/Lisbon",
    cohort: null,
  });
  await at("2027-03-19T13:30:05Z");
  await at("2027-03-19T13:30:15Z");
  const copies = mailsTo("manager@example.org").map(
    ({ subject, text }) => [subject, text] as const,
  );
  expect(copies.map(([subject]) => subject)).toEqual([
    "Copy: You are in Bread & more",
    "Copy: You are in Bread & more",
  ]);
  expect(copies.some(([, text]) => text.includes("Al Moor (al@example.org)"))).toBe(true);
  await set({ copies: [] });
  const bad = { ...(await settings()), kinds: {}, copies: [{ email: "x", kinds: ["welcome"] }] };
  await owned.ask("PUT", `${N}/settings`, bad, 422);
});

test("what is to come is counted day by day", async () => {
  now = instant("2027-03-19T14:00:00Z");
  const { days, today } = await owned.ask<NoticesAhead>("GET", `${N}/ahead`);
  expect(today).toBe("2027-03-19");
  expect(days).toHaveLength(30);
  const april = days.find(({ day }) => day === "2027-04-05");
  // Jo's, and whoever else has come by then; those who were told in April by the tests before are not.
  expect(april?.kinds.map(({ kind }) => kind)).toEqual(["opened"]);
  expect(april?.kinds[0]?.count).toBeGreaterThanOrEqual(2);
});

test("a kind that is off is not sent; somebody else's settings are not overwritten", async () => {
  now = instant("2027-03-19T15:00:00Z");
  const before = await settings();
  await set({ kinds: { welcome: { on: false } } });
  await enters("quiet@example.org");
  await at("2027-03-19T15:00:05Z");
  expect(subjects("quiet@example.org")).toEqual([]);
  const stale = { number: before.number, hour: "08:00", quiet: null, kinds: {} };
  await owned.ask("PUT", `${N}/settings`, stale, 409);
  await set({ kinds: {} });
  expect((await settings()).kinds.find(({ kind }) => kind === "welcome")?.on).toBe(true);
});

test("times that cannot be are refused, each at its place", async () => {
  const { number } = await settings();
  const kinds = { overdue: { offsets: ["P1D", "-P1D", "P1D"] }, welcome: { offsets: ["P1D"] } };
  const response = await owned.app.ask(OWNER, "PUT", `${N}/settings`, {
    number,
    hour: "09:00",
    quiet: null,
    kinds,
  });
  expect(response.status).toBe(422);
  const { errors } = (await response.json()) as { errors: { path: string }[] };
  expect(errors.map(({ path }) => path)).toEqual([
    'kinds["overdue"].offsets[1]',
    'kinds["overdue"].offsets[2]',
    'kinds["welcome"].offsets',
  ]);
});

test("the school's words, and a course's own, are those that are read; braces that lead nowhere are refused", async () => {
  const words = { subject: "Hello {person}", text: "Come in: {course}.\n\nWith {cohort}." };
  await owned.ask("PUT", `${N}/texts/welcome`, { words });
  await owned.ask("PUT", `${N}/texts/welcome`, {
    course: "c",
    words: { ...words, subject: "{course}: the oven is on" },
  });
  now = instant("2027-03-20T10:00:00Z");
  await enters("words@example.org");
  await at("2027-03-20T10:00:05Z");
  expect(subjects("words@example.org")).toEqual(["Bread & more: the oven is on"]);
  const text = await owned.ask<NoticeText>("GET", `${N}/texts/welcome?course=c`);
  expect(text.whose).toBe("course");
  await owned.ask("PUT", `${N}/texts/welcome`, { course: "c", words: null });
  expect((await owned.ask<NoticeText>("GET", `${N}/texts/welcome?course=c`)).whose).toBe("school");
  await owned.ask("PUT", `${N}/texts/welcome`, { words: null });
  const bad = { subject: "Hello {nobody}", text: "A { alone" };
  await owned.ask("PUT", `${N}/texts/welcome`, { words: bad }, 422);
  const tried = await owned.ask<NoticeTried>("POST", `${N}/texts/welcome/trial`, { words: bad });
  expect(tried.faults.map(({ path }) => path)).toEqual(["subject", "text"]);
  expect(tried.letter).toBeNull();
});

test("words are tried with a real person's next notice, and sent to oneself", async () => {
  const sent = await owned.ask<z.infer<typeof sentNotices>>("GET", `${N}/sent?kind=welcome&most=1`);
  const before = owned.app.mails.length;
  const tried = await owned.ask<NoticeTried>("POST", `${N}/texts/opened/trial`, {
    words: { subject: "{items}", text: "Dear {person}, in {courses}: {items}." },
    person: sent.notices[0]?.person.id ?? null,
    toMe: true,
  });
  expect(tried.letter?.subject).toBe("“One”");
  expect(tried.at).toBe("2027-04-05T05:30:00Z");
  expect(tried.person?.name).toBe("words");
  expect(owned.app.mails.slice(before).map(({ to, subject }) => [to, subject])).toEqual([
    [OWNER, "A trial: “One”"],
  ]);
  // What nobody is about to be told is made up.
  const announced = await owned.ask<NoticeTried>("POST", `${N}/texts/announcement/trial`, {
    words: { subject: "{title}", text: "{text}" },
  });
  expect(announced.at).toBeNull();
  expect(announced.letter?.subject).toBe("A word to all of you");
});

test("somebody imagined is told, in a rehearsal, what they would be: from the welcome to a day after the end", async () => {
  const { notices } = await owned.ask<NoticesRehearsed>(
    "GET",
    "/schools/one/courses/c/notices?day=2027-03-05&cohort=k",
  );
  expect(notices[0]).toEqual({
    at: "2027-03-05T12:00:00Z",
    kind: "welcome",
    items: ["m1"],
    subject: "You are in Bread & more",
  });
  const opened = notices.filter(({ kind }) => kind === "opened");
  expect(opened.map(({ at, subject }) => [at, subject])).toEqual([
    ["2027-04-05T05:30:00Z", "Open now: “One”"],
    ["2027-04-12T06:00:00Z", "Open now: “Two”"],
  ]);
  expect(notices.at(-1)?.kind).toBe("access-ends");
  const strange = "/schools/one/courses/c/notices?enrollment=nobody";
  await owned.ask("GET", strange, undefined, 404);
});

test("an announcement is mailed to whoever is in the course, in the morning where it is written at night", async () => {
  now = instant("2027-04-20T22:30:00Z");
  await owned.ask("POST", "/schools/one/courses/c/announcements", {
    title: "The oven is broken",
    text: "It is mended **tomorrow**.",
  });
  await at("2027-04-20T22:30:05Z");
  const told = () => subjects("twice@example.org").includes("The oven is broken");
  expect(told()).toBe(false);
  await at("2027-04-21T05:30:05Z");
  expect(told()).toBe(true);
});

test("by the link of a mail somebody says what they do not want, without signing in; some of it cannot be", async () => {
  const secret = key("twice@example.org");
  const link = `/schools/one/told/${secret}`;
  const wishes = (await (await owned.app.ask(null, "GET", link)).json()) as Wishes;
  expect(wishes).toMatchObject({ name: "twice", school: "School one", off: [] });
  expect(wishes.courses.map(({ title }) => title)).toEqual(["Bread & more"]);
  // One press of a mail program (RFC 8058): what it says is not read.
  const pressed = await owned.app.ask(null, "POST", `${link}/off?kind=opened`);
  expect(pressed.status).toBe(200);
  const after = (await (await owned.app.ask(null, "GET", link)).json()) as Wishes;
  expect(after.off).toEqual(["opened"]);
  const always = { off: ["by-staff"], courses: [] };
  expect((await owned.app.ask(null, "PUT", link, always)).status).toBe(422);
  const strange = { off: [], courses: [{ enrollment: "e1", off: ["opened"] }] };
  expect((await owned.app.ask(null, "PUT", link, strange)).status).toBe(404);
  const own = { off: [], courses: [] };
  expect(
    (await owned.app.ask("twice@example.org", "PUT", "/schools/one/self/notices", own)).status,
  ).toBe(200);
  const unknown = link.replace(/.$/, (last) => (last === "0" ? "1" : "0"));
  expect((await owned.app.ask(null, "GET", unknown)).status).toBe(404);
});

test("what was told and has moved is found, and put right in one letter", async () => {
  now = instant("2027-03-20T11:00:00Z");
  await enters("moved@example.org");
  await at("2027-03-20T11:00:05Z");
  await springStarts(owned, "2027-04-06");
  await owned.app.workOff();
  await at("2027-03-20T12:00:05Z");
  const wrong = await owned.ask<WrongNotices>("GET", `${N}/wrong`);
  expect(wrong.first).toContainEqual({
    person: { id: expect.any(String), name: "moved" },
    kind: "welcome",
    title: "One",
    old: "2027-04-04T23:00:00Z",
    new: "2027-04-05T23:00:00Z",
  });
  const before = mailsTo("moved@example.org").length;
  await owned.ask("POST", `${N}/wrong/corrections`);
  await at("2027-03-20T12:30:05Z");
  const [letter, ...more] = mailsTo("moved@example.org").slice(before);
  expect(more).toEqual([]);
  expect(letter?.subject).toBe("A date has changed: One");
  expect(letter?.text).toContain("“One”: Tue 6 Apr 2027, 00:00, not Mon 5 Apr 2027, 00:00.");
  const left = await owned.ask<WrongNotices>("GET", `${N}/wrong`);
  expect(left.first.filter(({ person }) => person.name === "moved")).toEqual([]);
});

test("what went out is listed page by page, read as it was, and sent again on a press", async () => {
  type Page = z.infer<typeof sentNotices>;
  const first = await owned.ask<Page>("GET", `${N}/sent?most=2`);
  const second = await owned.ask<Page>("GET", `${N}/sent?most=2&after=${first.next}`);
  const ids = [...first.notices, ...second.notices].map(({ id }) => id);
  expect(new Set(ids).size).toBe(4);
  const [one] = (await owned.ask<Page>("GET", `${N}/sent?kind=announcement`)).notices;
  const whole = await owned.ask<SentNoticeWhole>("GET", `${N}/sent/${one?.id}`);
  expect(whole).toMatchObject({
    state: "sent",
    subject: "The oven is broken",
    course: "Bread & more",
  });
  expect(whole.letter.says).toEqual(["It is mended tomorrow."]);
  const before = mailsTo(whole.person.email).length;
  await owned.ask("POST", `${N}/sent/${one?.id}/again`);
  expect(mailsTo(whole.person.email)).toHaveLength(before + 1);
});

test("whatever is wrong with one person keeps nobody else waiting, and is said", async () => {
  now = instant("2027-03-20T13:00:00Z");
  await enters("broken@example.org");
  await enters("whole@example.org");
  await owned.test_.db.withSchool(owned.school, async (tx) => {
    const set = { time_zone: "Nowhere/At_All" };
    await tx.updateTable("person").set(set).where("email", "=", "broken@example.org").execute();
  });
  await expect(at("2027-03-20T13:00:05Z")).rejects.toThrow(/^1 could not be looked at.*Nowhere/);
  await owned.app.workOff();
  expect(subjects("whole@example.org")).toEqual(["You are in Bread & more"]);
  expect(subjects("broken@example.org")).toEqual([]);
  // An hour later, mended, they are told: their welcome is not two days old.
  await owned.test_.db.withSchool(owned.school, async (tx) => {
    const set = { time_zone: "Europe/Lisbon" };
    await tx.updateTable("person").set(set).where("email", "=", "broken@example.org").execute();
  });
  await at("2027-03-20T14:00:10Z");
  expect(subjects("broken@example.org")).toEqual(["You are in Bread & more"]);
});

test("what staff do for somebody is told at once, unless they say not to; the same press told twice is one mail", async () => {
  now = instant("2027-03-20T15:00:00Z");
  const enrollment = await enters("acted@example.org");
  await at("2027-03-20T15:00:05Z");
  const act = (key: string, tell: boolean) =>
    owned.ask("POST", "/schools/one/courses/c/acts", {
      enrollments: [enrollment],
      key,
      tell,
      act: { type: "extended", add: "P5D", reason: "Ill" },
    });
  now = instant("2027-03-20T15:05:00Z");
  await act("told-of-it", true);
  await act("told-of-it", true);
  await at("2027-03-20T15:05:05Z");
  now = instant("2027-03-20T15:06:00Z");
  await act("not-told-of", false);
  await at("2027-03-20T15:06:05Z");
  const told = mailsTo("acted@example.org").slice(1);
  expect(told.map(({ subject }) => subject)).toEqual(["Bread & more: you were given more time"]);
  // Why stays on the record.
  expect(told[0]?.text).not.toContain("Ill");
});
