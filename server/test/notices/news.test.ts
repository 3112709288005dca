/** What one was told is read in the application too: what is new, by whom it was read, and what is none any more. */
import type { Shelf } from "@dawngate/contract/enrollment";
import type { News } from "@dawngate/contract/news";
import type { Instant } from "@dawngate/core/time";
import { sendNotices } from "../../src/notices/send";
import { comesIn as enters, look } from "../helpers/notified";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

const START = instant("2027-03-15T12:00:00Z");
let owned: Owned;
let now: Instant = START;
beforeAll(async () => {
  owned = await ownedSchool(() => now);
});
beforeEach(() => {
  now = START;
});
afterAll(() => owned.test_.close());

const asks = async <T>(who: string | null, method: string, path: string, body?: unknown) => {
  const response = await owned.app.ask(who && `${who}@example.org`, method, path, body);
  return { status: response.status, body: (await response.json()) as T };
};
const news = async (who: string, query = "") =>
  (await asks<News>(who, "GET", `/schools/one/self/news?${query}`)).body;
const read = (who: string, which: object) =>
  asks<object>(who, "POST", "/schools/one/self/news/read", which);
const onShelf = async (who: string) =>
  (await asks<Shelf>(who, "GET", "/schools/one/shelf")).body.news;
const told = ({ news }: News) => news.map(({ kind, isNew }) => [kind, isNew]);

/** Comes in with the cohort, and is written to: nothing is sent yet. */
async function comesIn(who: string): Promise<void> {
  await enters(owned, `${who}@example.org`);
  await look(owned, now);
}

/** The cohort begins on 5 April: its first module opens. */
async function begins(): Promise<void> {
  now = instant("2027-04-05T12:00:00Z");
  await look(owned, now);
}

test("what was written is there before the mail server has taken it, as it is in the mail; read, it is new no more", async () => {
  await comesIn("mira");
  expect(await onShelf("mira")).toBe(1);
  const { news: all, unread } = await news("mira");
  expect(unread).toBe(1);
  const [welcome] = all;
  expect(welcome).toMatchObject({ kind: "welcome", course: "Bread & more", isNew: true });
  expect(welcome?.letter.subject).toMatch(/Bread & more/);
  expect(welcome?.letter.button?.url).toMatch(/^https:\/\/x\/one\/shelf/);
  // Nobody else's.
  await comesIn("nils");
  await read("nils", { id: welcome?.id });
  expect(await onShelf("mira")).toBe(1);
  expect((await read("mira", { id: welcome?.id })).status).toBe(200);
  await read("mira", { id: welcome?.id });
  expect(await onShelf("mira")).toBe(0);
  expect(told(await news("mira"))).toEqual([["welcome", false]]);
  expect((await news("mira", "unread=yes")).news).toEqual([]);
});

test("all that had come by an instant is read at once; what came after it is not", async () => {
  await comesIn("olga");
  await owned.app.workOff();
  const [first] = (await news("olga")).news;
  await begins();
  expect(told(await news("olga"))).toEqual([
    ["opened", true],
    ["welcome", true],
  ]);
  await read("olga", { until: first?.at });
  expect(told(await news("olga"))).toEqual([
    ["opened", true],
    ["welcome", false],
  ]);
  expect(await onShelf("olga")).toBe(1);
  // Page by page each is met once, the latest first.
  const one = await news("olga", "most=1");
  const two = await news("olga", `most=1&after=${one.next}`);
  expect([...told(one), ...told(two), two.next]).toEqual([
    ["opened", true],
    ["welcome", false],
    null,
  ]);
});

test("what nobody read for thirty days is no news, and stands among all; what came too late for the mail was never told", async () => {
  await comesIn("pia");
  now = instant("2027-04-14T11:59:59Z");
  expect(await onShelf("pia")).toBe(1);
  now = instant("2027-04-14T12:00:01Z");
  expect(await onShelf("pia")).toBe(0);
  const [welcome] = (await news("pia")).news;
  expect(welcome).toMatchObject({ kind: "welcome", isNew: false });
  const mailer = { send: async () => undefined };
  const parts = { db: owned.test_.db, mailer, baseUrl: "https://x", now: () => now };
  await sendNotices(parts, { school: owned.school, notices: [welcome?.id ?? ""] });
  expect((await news("pia")).news).toEqual([]);
});

test("a stranger was told nothing; a visitor signs in first; what makes no sense is refused with its place", async () => {
  expect(await news("quin")).toEqual({ news: [], unread: 0, next: null });
  expect((await asks(null, "GET", "/schools/one/self/news")).status).toBe(401);
  for (const [path, query] of [
    ["after", "after=bm90aGluZw"],
    ["most", "most=0"],
    ["unread", "unread=perhaps"],
  ]) {
    const { status, body } = await asks<{ errors: { path: string }[] }>(
      "mira",
      "GET",
      `/schools/one/self/news?${query}`,
    );
    expect([status, body.errors[0]?.path]).toEqual([400, path]);
  }
  expect((await read("mira", { id: "one; drop table notice" })).status).toBe(422);
  expect((await read("mira", {})).status).toBe(422);
});
