/** Letters of staff with fields, and such as go out later: to whoever matches then, once each, or taken back before. */
import type { LetterFields, LetterToPeople, PlannedLetter } from "@dawngate/contract/letters";
import { formatInstant, HOUR, type Instant } from "@dawngate/core/time";
import { letterWriter } from "../../src/notices/planned";
import { insertMember, removeMember } from "../../src/school/staff-store";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const START = instant("2027-03-15T12:00:00Z");
const THEN = "2027-03-17T09:00:00Z";
const GUESTS = 230;
let now: Instant = START;
let owned: Owned;
beforeAll(async () => {
  owned = await ownedSchool(() => now, GUESTS);
});
beforeEach(() => {
  now = START;
});
afterAll(() => owned.test_.close());

let presses = 0;
const letter = (subject: string, more: object = {}) => ({
  key: `planned-press-${++presses}`,
  subject,
  text: "Bring your starter.",
  enrollments: ["e1", "e2"],
  ...more,
});
const PATH = "/schools/one/courses/c/letters";
const write = (body: object) => owned.ask<LetterToPeople>("POST", PATH, body);
const PLANNED = "/schools/one/planned-letters";
const planned = async () => (await owned.ask<{ letters: PlannedLetter[] }>("GET", PLANNED)).letters;
const mails = (subject: string) =>
  owned.app.mails.filter((one) => one.subject === subject).map(({ to }) => to);
/** Its instant comes: the queue does what waits for it, and what follows from that. */
async function comes(key: string, at = THEN): Promise<void> {
  now = instant(at);
  const find = async (id: string) => {
    const email = id.replace(/^account-/, "");
    return { id, name: email.split("@")[0] ?? "", email };
  };
  const { db } = owned.test_;
  const job = letterWriter({ db, baseUrl: "https://x", accounts: { find }, now: () => now });
  await job({ school: owned.school, letter: key });
  await owned.app.workOff();
}

test("what can be put into a letter is said; what else is written in braces is refused with its place", async () => {
  const { fields, own } = await owned.ask<LetterFields>("GET", "/schools/one/letter-fields");
  expect(fields).toEqual(["course", "cohort", "ends", "school", "person", "link", "preferences"]);
  expect(own).toEqual([]);
  const refused = await owned.ask<{ errors: { path: string; reason: string }[] }>(
    "POST",
    PATH,
    letter("No such", { text: "Dear {nme}," }),
    422,
  );
  expect(refused.errors).toEqual([
    {
      path: "text",
      reason:
        'at 6: letter has no field "nme"; it has course, cohort, ends, school, person, link, preferences',
    },
  ]);
});

test("each reads what its fields say to them; a paragraph that says nothing to somebody is left out", async () => {
  const text = "Dear {person}, of {course}.\n\nYou are with {cohort}.\n\n{{Yours}} until {ends}.";
  const asked = letter("For {person}", { text });
  const seen = await write({ ...asked, look: true });
  expect(seen.letter).toMatchObject({
    subject: "For Ana Prado",
    says: [
      "Dear Ana Prado, of Bread & more.",
      // She is with no cohort.
      "{Yours} until Sun 6 Jun 2027, 08:00.",
    ],
  });
  expect(seen.values).toMatchObject({ person: "Ana Prado", cohort: "" });
  await write(asked);
  await owned.app.workOff();
  expect(mails("For Ana Prado")).toEqual(["ana@example.org"]);
  const his = owned.app.mails.find(
    ({ to, subject }) => to === "ben@example.org" && /^For/.test(subject),
  );
  expect(his?.text).toMatch(/You are with Spring\./);
});

test("a letter for later goes out then: to nobody before, once each however often the job runs", async () => {
  const asked = letter("On Wednesday", { at: THEN });
  expect(await write({ ...asked, look: true })).toMatchObject({ planned: null, to: "Ana Prado" });
  expect(await planned()).toEqual([]);
  expect(await write(asked)).toMatchObject({ planned: THEN, written: 2, next: null, letter: null });
  // The same press once more.
  await write(asked);
  expect(await planned()).toMatchObject([
    {
      id: asked.key,
      subject: "On Wednesday",
      at: THEN,
      by: "owner",
      count: 2,
      course: { id: "c", title: "Bread & more" },
    },
  ]);
  await owned.app.workOff();
  expect(mails("On Wednesday")).toEqual([]);
  await comes(asked.key);
  await comes(asked.key);
  expect(mails("On Wednesday").sort()).toEqual(["ana@example.org", "ben@example.org"]);
  expect(await planned()).toEqual([]);
});

test("to all who match, page by page, each page a job of its own", async () => {
  const matching = { find: "guest", upTo: formatInstant(START) };
  const asked = letter("To all guests", { enrollments: undefined, matching, at: THEN });
  expect(await write(asked)).toMatchObject({ planned: THEN, next: null });
  expect(await planned()).toMatchObject([{ count: null }]);
  now = instant(THEN);
  const find = async () => ({ id: `account-${OWNER}`, name: "owner", email: OWNER });
  const { db } = owned.test_;
  const job = letterWriter({ db, baseUrl: "https://x", accounts: { find }, now: () => now });
  const first = { school: owned.school, letter: asked.key };
  // Killed after it had written the first page: it is done once more.
  await job(first);
  await job(first);
  await owned.app.workOff();
  expect(new Set(mails("To all guests")).size).toBe(200);
  const { next } = await write({ ...asked, at: undefined, look: true });
  await job({ ...first, after: next ?? "" });
  await owned.app.workOff();
  expect(mails("To all guests")).toHaveLength(GUESTS);
  expect(new Set(mails("To all guests")).size).toBe(GUESTS);
  expect(await planned()).toEqual([]);
});

test("taken back, it does not go out; what has gone out or was taken back is not there", async () => {
  const asked = letter("Not at all", { at: THEN });
  await write(asked);
  await owned.ask("DELETE", `${PLANNED}/${asked.key}`);
  await owned.ask("DELETE", `${PLANNED}/${asked.key}`, undefined, 404);
  await comes(asked.key);
  expect(mails("Not at all")).toEqual([]);
});

test.each([
  ["an instant that is over", formatInstant((START - HOUR) as Instant)],
  ["this very instant", formatInstant(START)],
  ["years ahead", "2029-01-01T00:00:00Z"],
  ["no instant", "tomorrow"],
])("%s is refused at its place", async (_, at) => {
  const refused = await owned.ask<{ errors: { path: string }[] }>(
    "POST",
    PATH,
    letter("Never", { at }),
    422,
  );
  expect(refused.errors.map(({ path }) => path)).toContain("at");
  expect(await planned()).toEqual([]);
});

test("whoever wrote it and is no staff any more writes to nobody; it says so, and waits where it can be taken back", async () => {
  const member = {
    user_id: "account-leaving@example.org",
    name: "leaving",
    email: "leaving@example.org",
  };
  const { db } = owned.test_;
  await db.withSchool(owned.school, (tx) =>
    insertMember(tx, owned.school, { ...member, role: "manager" }),
  );
  const asked = letter("From somebody who left", { at: THEN });
  const response = await owned.app.ask("leaving@example.org", "POST", PATH, asked);
  expect(response.status).toBe(200);
  await db.withSchool(owned.school, (tx) => removeMember(tx, member.user_id));
  await expect(comes(asked.key)).rejects.toThrow(/may not write to these people any more/);
  expect(mails("From somebody who left")).toEqual([]);
  now = START;
  expect(await planned()).toMatchObject([{ by: "leaving" }]);
  await owned.ask("DELETE", `${PLANNED}/${asked.key}`);
});

test("an instructor plans for their own people, and sees and takes back only what is theirs", async () => {
  await write(letter("The owner's", { at: THEN }));
  const mine = letter("Mine", { at: THEN, enrollments: ["e1"] });
  const by = (method: string, path: string, body?: object) =>
    owned.app.ask("teacher@example.org", method, path, body);
  await owned.test_.db.withSchool(owned.school, (tx) =>
    insertMember(tx, owned.school, {
      user_id: "account-teacher@example.org",
      name: "teacher",
      email: "teacher@example.org",
      role: "instructor",
    }),
  );
  // They lead no cohort yet.
  expect((await by("POST", PATH, mine)).status).toBe(404);
  const listed = (await (await by("GET", PLANNED)).json()) as { letters: PlannedLetter[] };
  expect(listed.letters).toEqual([]);
  const [owners] = await planned();
  expect((await by("DELETE", `${PLANNED}/${owners?.id}`)).status).toBe(404);
  expect(await planned()).toHaveLength(1);
});

test("forgotten, neither their letters nor what they asked to be reminded of keeps their name", async () => {
  const who = { id: "account-ex@example.org", email: "ex@example.org" };
  const { db } = owned.test_;
  await db.withSchool(owned.school, async (tx) => {
    const person = { id: "ex", name: "Ex", email: who.email, time_zone: "UTC", user_id: who.id };
    await tx
      .insertInto("person")
      .values({ school_id: owned.school, ...person })
      .execute();
    await insertMember(tx, owned.school, {
      user_id: who.id,
      role: "manager",
      name: "Ex",
      email: who.email,
    });
    await tx
      .insertInto("reminder")
      .values({
        school_id: owned.school,
        id: "r-ex",
        course_id: "c",
        email: who.email,
        asked_at: formatInstant(now),
        secret_hash: "x",
      })
      .execute();
  });
  const mine = letter("Of somebody who leaves", { at: THEN });
  expect((await owned.app.ask(who.email, "POST", PATH, mine)).status).toBe(200);
  await db.withSchool(owned.school, (tx) => removeMember(tx, who.id));
  const forget = "/schools/one/people/ex/forgetting";
  await owned.ask("POST", forget, { reason: "Asked for it" });
  await db.readSchool(owned.school, async (tx) => {
    for (const table of ["planned_letter", "reminder"] as const)
      expect(JSON.stringify(await tx.selectFrom(table).selectAll().execute())).not.toMatch(
        /\bex\b/i,
      );
  });
});
