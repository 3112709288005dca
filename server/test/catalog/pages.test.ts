/** Public pages made of blocks: kept, published, at an address of their own, and seen by nobody before they should be. */
import type { PublicCourse, PublicListing } from "@dawngate/contract/catalog";
import type { BlockPage } from "@dawngate/contract/page";
import { type Block, DEFAULT_BLOCKS, newBlock } from "@dawngate/core/catalog";
import type { Instant } from "@dawngate/core/time";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { type Selling, sellingSchool } from "../helpers/selling";

let selling: Selling;
let now: Instant;
let listing = "";
beforeAll(async () => {
  now = instant("2027-03-10T12:00:00Z");
  selling = await sellingSchool(() => now);
  listing = await selling.onSale("The winter baker", { points: ["A warm kitchen"] });
});
afterAll(() => selling.owned.test_.close());

const COURSE = "/schools/one/courses/c/page";
const own = (path: string) => selling.owned.ask<BlockPage>("GET", path);
const change = (path: string, body: object) => selling.owned.ask<BlockPage>("PUT", path, body);
const refused = async (path: string, body: object, status: number) => {
  const response = await selling.owned.app.ask(OWNER, "PUT", path, body);
  expect(response.status).toBe(status);
  return (await response.json()) as { detail: string; errors?: { path: string; reason: string }[] };
};
const visit = async <T>(path: string, status = 200) => {
  const response = await selling.owned.app.ask(null, "GET", path);
  expect(response.status).toBe(status);
  return (await response.json()) as T;
};
const text = (title: string, id = "b1"): Block => ({
  ...newBlock("text", id),
  title,
  text: "It rises.",
});

test("before anybody touches it, a page is what the card says, at its own identifier", async () => {
  expect(await own(COURSE)).toEqual({
    number: 0,
    blocks: DEFAULT_BLOCKS,
    published: DEFAULT_BLOCKS,
    publishedAt: null,
    address: "c",
    earlier: [],
  });
  const page = await visit<PublicCourse>("/schools/one/catalog/c");
  expect(page.blocks).toEqual(DEFAULT_BLOCKS);
  expect(page.address).toBe("c");
});

test("a change is kept at once, and visitors see it when it is published", async () => {
  const kept = await change(COURSE, { number: 0, blocks: [text("Why rye")] });
  expect(kept.number).toBe(1);
  expect((await visit<PublicCourse>("/schools/one/catalog/c")).blocks).toEqual(DEFAULT_BLOCKS);
  const shown = await change(COURSE, { number: 1, blocks: kept.blocks, publish: true });
  expect(shown.publishedAt).toBe("2027-03-10T12:00:00Z");
  expect((await visit<PublicCourse>("/schools/one/catalog/c")).blocks).toEqual([text("Why rye")]);
});

test("a page that is published as it stands is published, though nothing was changed", async () => {
  const path = `/schools/one/listings/${listing}/page`;
  const page = await change(path, { number: 0, blocks: DEFAULT_BLOCKS, publish: true });
  expect([page.number, page.publishedAt]).toEqual([1, "2027-03-10T12:00:00Z"]);
});

test("two who change it at once: the second is told, and nothing of the first is lost", async () => {
  const { number } = await own(COURSE);
  await change(COURSE, { number, blocks: [text("One")] });
  const { detail } = await refused(COURSE, { number, blocks: [text("Two")] }, 409);
  expect(detail).toContain("Somebody else has changed this page");
  expect((await own(COURSE)).blocks).toEqual([text("One")]);
  // The same press twice is one change.
  expect((await change(COURSE, { number, blocks: [text("One")] })).number).toBe(number + 1);
});

test("two at the same instant: one of them is kept", async () => {
  const { number } = await own(COURSE);
  const answers = await Promise.all(
    ["A", "B", "C"].map((title) =>
      selling.owned.app.ask(OWNER, "PUT", COURSE, { number, blocks: [text(title)] }),
    ),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409]);
  expect((await own(COURSE)).number).toBe(number + 1);
});

test("what is no page is refused with its place", async () => {
  const { number } = await own(COURSE);
  const { errors } = await refused(
    COURSE,
    { number, blocks: [text("x"), { id: "b2", kind: "text", title: "x".repeat(121) }] },
    422,
  );
  expect(errors).toEqual([{ path: "blocks[1].title", reason: "At most 120 characters" }]);
});

test("an address of its own: the earlier ones lead there, and nobody else can take it", async () => {
  const { number, blocks } = await own(COURSE);
  const moved = await change(COURSE, { number, blocks, address: "rye-in-winter" });
  expect([moved.address, moved.earlier]).toEqual(["rye-in-winter", ["c"]]);
  now = (now + 60_000) as Instant;
  const again = await change(COURSE, { number, blocks, address: "rye" });
  expect([again.address, again.earlier]).toEqual(["rye", ["rye-in-winter", "c"]]);
  for (const at of ["rye", "rye-in-winter", "c"])
    expect(await visit<PublicCourse>(`/schools/one/catalog/${at}`)).toMatchObject({
      id: "c",
      address: "rye",
    });
  now = (now + 60_000) as Instant;
  expect((await change(COURSE, { number, blocks, address: "c" })).address).toBe("c");

  const other = await selling.onSale("Another");
  const path = `/schools/one/listings/${other}/page`;
  const taken = { number: 0, blocks: DEFAULT_BLOCKS, address: listing };
  expect((await refused(path, taken, 422)).errors?.[0]?.path).toBe("address");
  expect(await own(path)).toMatchObject({ number: 0, address: other });
  await change(`/schools/one/listings/${listing}/page`, {
    number: 1,
    blocks: DEFAULT_BLOCKS,
    address: "winter",
  });
  expect((await refused(path, { ...taken, address: "winter" }, 422)).errors?.[0]?.reason).toContain(
    "another page",
  );
  expect((await refused(path, { ...taken, address: "-No-" }, 422)).errors?.[0]?.path).toBe(
    "address",
  );
});

test("a listing's page says what is in it; before it is on sale only those see it who sell", async () => {
  const page = await visit<PublicListing>("/schools/one/pages/winter");
  expect(page).toMatchObject({
    id: listing,
    address: "winter",
    title: "The winter baker",
    points: ["A warm kitchen"],
    isOnSale: true,
  });
  expect(page.courses.map(({ id }) => id)).toEqual(["c"]);
  expect(page.courses[0]?.modules.length).toBeGreaterThan(0);
  const { id } = await selling.owned.ask<{ id: string }>("POST", "/schools/one/listings", {
    title: "Not yet",
    courses: ["c"],
  });
  await visit(`/schools/one/pages/${id}`, 404);
  expect(await selling.owned.ask<PublicListing>("GET", `/schools/one/pages/${id}`)).toMatchObject({
    isOnSale: false,
  });
});

test("what was announced to visitors too stands on the page, the rest is for those who are in", async () => {
  const announce = (title: string, onPage: boolean) =>
    selling.owned.ask<{ id: string }>("POST", "/schools/one/courses/c/announcements", {
      title,
      text: "We bake on.",
      onPage,
    });
  const inside = await announce("Only inside", false);
  now = (now + 60_000) as Instant;
  const outside = await announce("For everybody", true);
  const titles = async () =>
    (await visit<PublicCourse>("/schools/one/catalog/c")).announcements.map(({ title }) => title);
  expect(await titles()).toEqual(["For everybody"]);
  const all = await selling.owned.ask<{ announcements: { title: string }[]; next: string | null }>(
    "GET",
    "/schools/one/courses/c/announcements?most=1",
  );
  expect(all.announcements.map(({ title }) => title)).toEqual(["For everybody"]);
  const rest = await selling.owned.ask<{ announcements: { title: string }[] }>(
    "GET",
    `/schools/one/courses/c/announcements?most=1&after=${all.next}`,
  );
  expect(rest.announcements.map(({ title }) => title)).toEqual(["Only inside"]);
  await selling.owned.ask("PUT", `/schools/one/courses/c/announcements/${inside.id}`, {
    title: "Now for everybody",
    text: "",
    onPage: true,
  });
  expect(await titles()).toEqual(["For everybody", "Now for everybody"]);
  await selling.owned.ask("DELETE", `/schools/one/courses/c/announcements/${outside.id}`);
  expect(await titles()).toEqual(["Now for everybody"]);
  // Somebody who is not in it reads nothing of it.
  expect(
    (await selling.owned.app.ask(null, "GET", "/schools/one/courses/c/announcements")).status,
  ).toBe(401);
});

test("beside a lowered price stands what it was, and when it rises", async () => {
  const id = await selling.onSale("Early", {});
  const offered = async () =>
    visit<{ note: object; quote: { total: number } }>(`/schools/one/offers/${id}?seats=1`);
  expect((await offered()).note).toEqual({ rises: null, before: null });
  now = (now + 3 * 86_400_000) as Instant;
  const { number, offer } = await selling.owned.ask<{ number: number; offer: object }>(
    "GET",
    `/schools/one/listings/${id}`,
  );
  await selling.owned.ask("PUT", `/schools/one/listings/${id}`, {
    number,
    offer: { ...offer, dated: [{ kind: "early", through: "2027-04-30", percent: 10 }] },
  });
  expect(await offered()).toMatchObject({
    note: { rises: { on: "2027-05-01", amount: 19_900 }, before: 19_900 },
    quote: { total: 17_910 },
  });
  // What is said of it changes no price: the note stays what it is.
  for (const points of [["One"], ["One", "Two"]]) {
    const kept = await selling.owned.ask<{ number: number; offer: object }>(
      "GET",
      `/schools/one/listings/${id}`,
    );
    await selling.owned.ask("PUT", `/schools/one/listings/${id}`, {
      number: kept.number,
      offer: { ...kept.offer, points },
    });
  }
  expect(await offered()).toMatchObject({ note: { before: 19_900 } });
});
