/** "Remind me": asked for before a window opens, confirmed by mail, told once in the morning, and forgotten. */
import type { Door, Reminder } from "@dawngate/contract/reminders";
import type { Instant } from "@dawngate/core/time";
import { reminder } from "../../src/reminders/tell";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { type Selling, sellingSchool } from "../helpers/selling";

let school: Selling;
let now: Instant = instant("2027-02-10T12:00:00Z");
beforeAll(async () => {
  school = await sellingSchool(() => now);
});
afterAll(() => school.owned.test_.close());

// The course's window opens on 1 March, in Lisbon.
const COURSE: Door = { kind: "course", course: "c" };
const R = "/schools/one/reminders";
async function said<T>(who: string | null, method: string, path: string, body?: object) {
  const response = await school.owned.app.ask(who, method, path, body);
  const text = await response.text();
  return { status: response.status, body: JSON.parse(text) as T & { detail?: string } };
}
const ask = (door: Door, email?: string, who: string | null = null) =>
  said<{ confirmed: boolean }>(who, "POST", R, { door, ...(email !== undefined && { email }) });
const tell = async (door: Door) => {
  const { db } = school.owned.test_;
  await reminder({ db, baseUrl: "https://x", now: () => now })(school.owned.school, door);
  await school.owned.app.workOff();
};
const mailsTo = (to: string) => school.owned.app.mails.filter((mail) => mail.to === to);
/** The link of the last mail to somebody: its path and its secret. */
function linkOf(to: string): { path: string; secret: string } {
  const [, id = "", secret = ""] =
    /\/reminders\/([^?\s]+)\?secret=(\S+)/.exec(mailsTo(to).at(-1)?.text ?? "") ?? [];
  return { path: `${R}/${id}`, secret: decodeURIComponent(secret) };
}
const rows = async () =>
  school.owned.test_.db.withSchool(school.owned.school, (tx) =>
    tx.selectFrom("reminder").select(["email", "confirmed_at"]).orderBy("email").execute(),
  );

test("a visitor confirms by the mail, and is told once when it opens; whoever did not is forgotten", async () => {
  expect((await ask(COURSE, "Nia@Example.org")).body).toEqual({ confirmed: false });
  await ask(COURSE, "stranger@example.org");
  await school.owned.app.workOff();
  expect(mailsTo("nia@example.org").map(({ subject }) => subject)).toEqual([
    "Shall we remind you of Bread & more?",
  ]);
  const { path, secret } = linkOf("nia@example.org");
  const seen = await said<Reminder>(null, "GET", `${path}?secret=${secret}`);
  expect(seen.body).toMatchObject({
    title: "Bread & more",
    opens: "2027-03-01T00:00:00Z",
    timeZone: "Europe/Lisbon",
    path: "c/c",
    confirmed: false,
  });
  // Twice is once.
  for (const _ of [1, 2])
    expect(
      (await said<Reminder>(null, "POST", `${path}/confirmed`, { secret })).body,
    ).toMatchObject({ confirmed: true });
  // Midnight wakes nobody, and two days after asking nothing is left of a stranger.
  now = instant("2027-03-01T07:59:00Z");
  await tell(COURSE);
  expect(await rows()).toMatchObject([{ email: "nia@example.org" }]);
  expect(mailsTo("nia@example.org")).toHaveLength(1);
  now = instant("2027-03-01T08:00:00Z");
  await Promise.all([tell(COURSE), tell(COURSE)]);
  await tell(COURSE);
  const [, told, ...more] = mailsTo("nia@example.org");
  expect(more).toEqual([]);
  expect(told?.subject).toBe("It is open: Bread & more");
  expect(told?.text).toContain("until Wed 31 Mar 2027, that day included");
  expect(told?.text).toContain("https://x/one/c/c");
  expect(mailsTo("stranger@example.org")).toHaveLength(1);
  expect(await rows()).toEqual([]);
  expect((await said(null, "GET", `${path}?secret=${secret}`)).status).toBe(404);
  // It is open: nobody needs a reminder.
  expect((await ask(COURSE, "nia@example.org")).body.detail).toContain("It is open");
});

test("signed in nothing is to be confirmed; the same asked for twice is one, and no address is written to again and again", async () => {
  now = instant("2027-02-11T12:00:00Z");
  expect((await ask(COURSE, undefined, OWNER)).body).toEqual({ confirmed: true });
  expect((await ask(COURSE, undefined, OWNER)).body).toEqual({ confirmed: true });
  const both = await Promise.all([
    ask(COURSE, "twin@example.org"),
    ask(COURSE, "twin@example.org"),
  ]);
  expect(both.map(({ status }) => status)).toEqual([200, 200]);
  await ask(COURSE, "twin@example.org");
  await school.owned.app.workOff();
  expect(mailsTo("twin@example.org")).toHaveLength(1);
  expect(await rows()).toHaveLength(2);
  // Later a new mail, whose link takes the place of the one before.
  const old = linkOf("twin@example.org");
  now = instant("2027-02-11T12:11:00Z");
  await ask(COURSE, "twin@example.org");
  await school.owned.app.workOff();
  expect((await said(null, "GET", `${old.path}?secret=${old.secret}`)).status).toBe(404);
  const { path, secret } = linkOf("twin@example.org");
  const wrong = await said(null, "POST", `${path}/dropped`, { secret: "guessed" });
  expect(wrong.status).toBe(200);
  expect(await rows()).toHaveLength(2);
  await said(null, "POST", `${path}/dropped`, { secret });
  expect(await rows()).toMatchObject([{ confirmed_at: expect.any(String) }]);
});

test("whoever has confirmed and asks again has a mail again, whose page says that they are told", async () => {
  now = instant("2027-02-13T12:00:00Z");
  const mail = "again@example.org";
  await ask(COURSE, mail);
  await school.owned.app.workOff();
  const first = linkOf(mail);
  await said(null, "POST", `${first.path}/confirmed`, { secret: first.secret });
  now = instant("2027-02-13T12:11:00Z");
  expect((await ask(COURSE, mail)).body).toEqual({ confirmed: false });
  await school.owned.app.workOff();
  const { path, secret } = linkOf(mail);
  const seen = await said<Reminder>(null, "GET", `${path}?secret=${secret}`);
  expect(seen.body).toMatchObject({ confirmed: true });
  await said(null, "POST", `${path}/dropped`, { secret });
});

test("a window that moves takes its reminders along; one that is closed for good tells nobody", async () => {
  now = instant("2027-02-12T12:00:00Z");
  const listing = await school.onSale("In spring", {
    window: { opens: "2027-03-05", closes: "2027-03-20" },
  });
  const door: Door = { kind: "listing", listing };
  await ask(door, undefined, OWNER);
  const move = async (opens: string, closes: string) => {
    const kept = await school.owned.ask<{ number: number; offer: object }>(
      "GET",
      `/schools/one/listings/${listing}`,
    );
    const offer = { ...kept.offer, window: { opens, closes } };
    await school.owned.ask("PUT", `/schools/one/listings/${listing}`, {
      number: kept.number,
      offer,
    });
  };
  const owner = () =>
    school.owned.app.mails.filter(({ subject }) => subject === "It is open: In spring").length;
  await move("2027-03-12", "2027-03-20");
  now = instant("2027-03-05T09:00:00Z");
  await tell(door);
  expect(owner()).toBe(0);
  now = instant("2027-03-12T09:00:00Z");
  await tell(door);
  expect(owner()).toBe(1);
  // Another, whose days are over before anybody looked.
  now = instant("2027-02-12T12:00:00Z");
  const gone = await school.onSale("Gone", {
    window: { opens: "2027-03-01", closes: "2027-03-02" },
  });
  await ask({ kind: "listing", listing: gone }, undefined, OWNER);
  now = instant("2027-03-04T09:00:00Z");
  await tell({ kind: "listing", listing: gone });
  expect(
    school.owned.app.mails.filter(({ subject }) => subject === "It is open: Gone"),
  ).toHaveLength(0);
  // The course's reminder alone is left.
  expect(await rows()).toHaveLength(1);
});

test("what is not there, or has no address, is refused", async () => {
  now = instant("2027-02-12T12:00:00Z");
  expect((await ask({ kind: "course", course: "gone" }, "a@example.org")).status).toBe(404);
  expect((await ask({ kind: "cohort", course: "c", cohort: "gone" }, "a@b.org")).status).toBe(404);
  expect((await ask(COURSE)).status).toBe(422);
  expect((await ask(COURSE, "no address")).status).toBe(422);
  // The cohort's own window is open since 1 February.
  expect((await ask({ kind: "cohort", course: "c", cohort: "k" }, "a@b.org")).status).toBe(409);
});
