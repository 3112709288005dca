/** A letter of staff to people who are marked, or to all who match: each once, and nobody who wants none. */
import type { LetterToPeople } from "@dawngate/contract/letters";
import type { News } from "@dawngate/contract/news";
import type { SentNotice } from "@dawngate/contract/notices";
import type { Wishes } from "@dawngate/contract/wishes";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const now: Instant = instant("2027-03-15T12:00:00Z");
const GUESTS = 230;
let owned: Owned;
beforeAll(async () => {
  owned = await ownedSchool(() => now, GUESTS);
});
afterAll(() => owned.test_.close());

let presses = 0;
const words = (subject: string) => ({
  ...{ key: `letter-press-${++presses}`, subject },
  text: "Bring your starter.\n\nAnd an apron.",
});
const PATH = "/schools/one/courses/c/letters";
const write = (body: object) => owned.ask<LetterToPeople>("POST", PATH, body);
const refused = async (body: object, who = OWNER) => {
  const response = await owned.app.ask(who, "POST", PATH, body);
  const said = (await response.json()) as { detail: string; errors?: { path: string }[] };
  return { status: response.status, detail: said.detail, path: said.errors?.[0]?.path };
};
const news = async (who: string) => {
  const response = await owned.app.ask(`${who}@example.org`, "GET", "/schools/one/self/news");
  return ((await response.json()) as News).news;
};
const mails = (subject: string) =>
  owned.app.mails.filter((one) => one.subject === subject).map(({ to }) => to);

test("it is looked at first; sent, each has it once by mail and in the application, by the same press too", async () => {
  const letter = { ...words("Saturday"), enrollments: ["e1", "e2"] };
  const seen = await write({ ...letter, look: true });
  expect(seen).toMatchObject({ written: 2, unwilling: 0, next: null, to: "Ana Prado" });
  expect(seen.letter).toMatchObject({
    subject: "Saturday",
    says: ["Bring your starter.", "And an apron."],
    button: { label: "Go to the course" },
  });
  expect(mails("Saturday")).toEqual([]);
  expect(await write(letter)).toMatchObject({ written: 2, to: "Ana Prado" });
  // The same press once more, and twice at once.
  const again = await Promise.all([write(letter), write(letter)]);
  expect(again.map(({ written, to }) => [written, to])).toEqual([
    [2, null],
    [2, null],
  ]);
  await owned.app.workOff();
  expect(mails("Saturday").sort()).toEqual(["ana@example.org", "ben@example.org"]);
  const [told] = await news("ana");
  expect(told).toMatchObject({ kind: "announcement", course: "Bread & more", isNew: true });
  expect(new URL(told?.letter.button?.url ?? "").pathname).toBe("/one/shelf/e1");
  const { notices } = await owned.ask<{ notices: SentNotice[] }>(
    "GET",
    "/schools/one/notices/sent?person=ana&most=1",
  );
  expect(notices).toMatchObject([{ subject: "Saturday", state: "sent" }]);
});

test("a link that leads nowhere is found before anybody gets it", async () => {
  const nowhere = "http://127.0.0.1:1/one/c/bred";
  const letter = { ...words("Look here"), text: `It is at ${nowhere}.`, enrollments: ["e1"] };
  expect(await refused({ ...letter, look: true })).toMatchObject({ status: 422, path: "text" });
});

test("whoever wants no announcements of this course gets none, and is counted", async () => {
  const off = { off: [], courses: [{ enrollment: "e2", off: ["announcement"] }] };
  await owned.app.ask("ben@example.org", "PUT", "/schools/one/self/notices", off);
  const mine = await owned.app.ask("ben@example.org", "GET", "/schools/one/self/notices");
  expect(((await mine.json()) as Wishes).courses[0]?.off).toEqual(["announcement"]);
  const letter = { ...words("Not to Ben"), enrollments: ["e1", "e2"] };
  expect(await write(letter)).toMatchObject({ written: 1, unwilling: 1 });
  await owned.app.workOff();
  expect(mails("Not to Ben")).toEqual(["ana@example.org"]);
});

test("all who match, over pages, each once; it goes on where it stopped", async () => {
  const letter = {
    ...words("To all guests"),
    matching: { find: "guest", upTo: formatInstant(now) },
  };
  let [next, written, pages] = [null as string | null, 0, 0];
  do {
    const answer = await write({ ...letter, ...(next !== null && { after: next }) });
    written += answer.written;
    pages += 1;
    next = answer.next;
  } while (next !== null);
  expect(pages).toBeGreaterThan(1);
  expect(written).toBe(GUESTS);
  // From the beginning once more: they have it.
  expect((await write(letter)).to).toBeNull();
  await owned.app.workOff();
  expect(new Set(mails("To all guests")).size).toBe(GUESTS);
  expect(mails("To all guests")).toHaveLength(GUESTS);
});

test("to nobody, of no words, by whoever may not, or where announcements are off: refused in words", async () => {
  const letter = words("No");
  expect(await refused(letter)).toMatchObject({ status: 422, path: "enrollments" });
  expect(await refused({ ...letter, enrollments: ["e1"], text: "  " })).toMatchObject({
    ...{ status: 422, path: "text" },
  });
  expect(await refused({ ...letter, enrollments: ["nobody"] })).toMatchObject({ status: 404 });
  expect((await refused({ ...letter, enrollments: ["e1"] }, "ana@example.org")).status).toBe(403);
  const settings = await owned.ask<Record<string, unknown>>("GET", "/schools/one/notices/settings");
  await owned.ask("PUT", "/schools/one/notices/settings", {
    ...{ number: settings.number, hour: settings.hour, quiet: settings.quiet },
    kinds: { announcement: { on: false } },
  });
  expect(await refused({ ...letter, enrollments: ["e1"] })).toMatchObject({
    status: 409,
    detail: expect.stringMatching(/turned off under Notices/),
  });
});
