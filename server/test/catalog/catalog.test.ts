/**
 * The catalog: what is shown and what is not, in which order, at which price; and the same for readers without scripts
 * and for programs (schema.org's Course, CourseInstance, Offer and ItemList, their properties from memory; sitemaps.org).
 */
import type { CatalogPage } from "@dawngate/contract/catalog";
import type { Instant } from "@dawngate/core/time";
import { imageSize } from "image-size";
import { catalogHead, headOf, listingHeadOf, sitemapOf } from "../../src/catalog/head";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant;
let rye = "";
let oats = "";
let both = "";
beforeAll(async () => {
  now = instant("2027-03-10T12:00:00Z");
  owned = await ownedSchool(() => now);
  for (const title of ["Rye & more", "Oats"]) {
    const { id } = await owned.ask<{ id: string }>("POST", "/schools/one/courses", { title });
    await owned.ask("POST", `/schools/one/courses/${id}/draft`, {
      base: 0,
      clientId: `client-${id}`,
      operations: [
        {
          number: 1,
          operation: {
            type: "insert-module",
            module: { id: "m", title: "M", lessons: [{ id: "l", title: "L <b>", kind: "text" }] },
            after: null,
          },
        },
      ],
    });
    await owned.ask("POST", `/schools/one/courses/${id}/versions`);
    if (title === "Oats") oats = id;
    else rye = id;
  }
});
afterAll(() => owned.test_.close());

const shown = async (query = "") => {
  const response = await owned.app.ask(null, "GET", `/schools/one/catalog${query}`);
  expect(response.status).toBe(200);
  return (await response.json()) as CatalogPage;
};
const names = async (query = "") => (await shown(query)).entries.map(({ title }) => title);
const arrange = (course: string, change: object) =>
  owned.ask("PATCH", `/schools/one/courses/${course}`, change);
const parts = () =>
  ({
    db: owned.test_.db,
    identity: {
      actorIn: async (slug: string) => {
        const actor = await owned.test_.db.findActor(slug, "", "");
        return actor && { account: null, actor };
      },
    },
    baseUrl: "https://bread.example.org",
    now: () => now,
  }) as unknown as Parameters<typeof headOf>[0];

async function listed(title: string, courses: string[], amount: number, state: string) {
  const { id } = await owned.ask<{ id: string }>("POST", "/schools/one/listings", {
    title,
    courses,
  });
  const offer = {
    title,
    courses: courses.map((course) => ({ id: course })),
    options: [{ id: "once", kind: "once", amount, default: true }],
    tax: { rate: 2300, included: true },
  };
  await owned.ask("PUT", `/schools/one/listings/${id}`, { number: 1, offer, state });
  return id;
}

test("nothing is shown that nobody said should be; the featured stand first, the archive nowhere", async () => {
  expect(await names()).toEqual([]);
  await arrange("c", { catalog: "listed" });
  await arrange(oats, { catalog: "featured" });
  expect(await names()).toEqual(["Oats", "Bread & more"]);
  await arrange(oats, { archived: true });
  expect(await names()).toEqual(["Bread & more"]);
  await arrange(oats, { archived: false });
});

test("what is on sale to everybody stands there with the lowest price of today; drafts and private ones do not", async () => {
  await listed("Rye alone", [rye], 9_000, "private");
  expect(await names()).not.toContain("Rye & more");
  await listed("Rye alone again", [rye], 12_000, "on-sale");
  await listed("Rye for less", [rye], 8_000, "on-sale");
  both = await listed("Both together", [rye, oats], 15_000, "on-sale");
  const { entries } = await shown();
  expect(entries.find(({ id }) => id === rye)).toMatchObject({
    kind: "course",
    sold: true,
    price: { amount: 8_000, currency: "EUR", every: null },
  });
  expect(entries.find(({ kind }) => kind === "listing")).toMatchObject({
    title: "Both together",
    courses: ["Rye & more", "Oats"],
    price: { amount: 15_000, currency: "EUR", every: null },
  });
  expect(entries.find(({ id }) => id === "c")).toMatchObject({ sold: false, price: null });
});

test("an entry with days of its own stands there in those, both included, in the school's zone; and is on sale all the same", async () => {
  const before = now;
  const kept = await owned.ask<{ number: number; offer: object }>(
    "GET",
    `/schools/one/listings/${both}`,
  );
  const put = (listed: object | null, number: number) =>
    owned.ask("PUT", `/schools/one/listings/${both}`, { number, offer: { ...kept.offer, listed } });
  await put({ opens: "2027-06-02", closes: "2027-06-03" }, kept.number);
  // Lisbon in summer is an hour ahead of UTC: its second of June begins and its third ends at 23:00.
  for (const [at, stands] of [
    ["2027-06-01T22:59:59Z", false],
    ["2027-06-01T23:00:00Z", true],
    ["2027-06-03T22:59:59Z", true],
    ["2027-06-03T23:00:00Z", false],
  ] as const) {
    now = instant(at);
    expect([at, (await names()).includes("Both together")]).toEqual([at, stands]);
    expect((await owned.app.ask(null, "GET", `/schools/one/offers/${both}`)).status).toBe(200);
  }
  now = before;
  await put(null, kept.number + 1);
  expect(await names()).toContain("Both together");
});

test("it is searched, narrowed by subject and level, and comes page by page without a gap or a double", async () => {
  await arrange("c", { card: { subject: "Baking", level: "Beginners" } });
  await arrange(rye, { card: { subject: "Rye", level: "Beginners" } });
  expect(await shown()).toMatchObject({ subjects: ["Baking", "Rye"], levels: ["Beginners"] });
  expect(await names("?subject=Rye")).toEqual(["Rye & more"]);
  expect(await names("?find=BREAD")).toEqual(["Bread & more"]);
  expect(await names("?find=100%25_")).toEqual([]);
  const whole = await names();
  const met: string[] = [];
  for (let after = ""; ; ) {
    const page = await shown(`?most=1${after && `&after=${encodeURIComponent(after)}`}`);
    met.push(...page.entries.map(({ title }) => title));
    if (page.next === null) break;
    after = page.next;
  }
  expect(met).toEqual(whole);
  expect((await owned.app.ask(null, "GET", "/schools/one/catalog?after=x")).status).toBe(400);
});

test("without scripts there is a list with addresses and prices, and for programs an ItemList", async () => {
  const head = await catalogHead(parts(), "one");
  expect(head).toMatchObject({ title: "School one", url: "https://bread.example.org/one" });
  expect(head?.readable).toContain(`<a href="https://bread.example.org/one/c/${rye}">`);
  expect(head?.readable).toContain("Rye &amp; more");
  expect(head?.readable).toContain("€80.00");
  expect(head?.data).toMatchObject({ "@type": "ItemList" });
  const sitemap = await sitemapOf(parts(), "one");
  expect(sitemap).toContain("<loc>https://bread.example.org/one/c/c</loc>");
  expect(sitemap).not.toContain("rye-alone");
  expect(await catalogHead(parts(), "nowhere")).toBeNull();
});

test("a course's page has its outline and price in it, and is a Course with an Offer and an instance", async () => {
  const head = await headOf(parts(), "one", rye);
  expect(head?.readable).toContain("<h1>Rye &amp; more</h1>");
  expect(head?.readable).toContain("<li>L &lt;b&gt;</li>");
  expect(head?.data).toMatchObject({
    "@context": "https://schema.org",
    "@type": "Course",
    provider: { "@type": "Organization", name: "School one" },
    offers: { "@type": "Offer", price: "80.00", priceCurrency: "EUR", category: "Paid" },
    hasCourseInstance: [{ "@type": "CourseInstance", courseMode: "Online" }],
  });
  // A course that is taken in cohorts has an instance for each, with its days.
  expect((await headOf(parts(), "one", "c"))?.data).toMatchObject({
    hasCourseInstance: [{ name: "Spring", startDate: "2027-04-05", endDate: "2027-06-25" }],
  });
});

test("whoever shows a link shows a picture of it: drawn from the title where nobody uploaded one (ogp.me)", async () => {
  const at = async (url: string) => {
    expect(url.startsWith("https://bread.example.org/api/")).toBe(true);
    return owned.app.ask(null, "GET", url.slice("https://bread.example.org/api".length));
  };
  const heads = [
    await headOf(parts(), "one", rye),
    await headOf(parts(), "one", oats),
    await listingHeadOf(parts(), "one", both),
    await catalogHead(parts(), "one"),
  ];
  const pictures = new Set<string>();
  for (const head of heads) {
    const response = await at(head?.image.url ?? "");
    expect(response.status).toBe(200);
    expect(response.headers.get("content-type")).toBe("image/png");
    expect(response.headers.get("cache-control")).toContain("immutable");
    const bytes = Buffer.from(await response.arrayBuffer());
    expect(imageSize(bytes)).toMatchObject({ type: "png", width: 1200, height: 630 });
    pictures.add(bytes.toString("base64"));
  }
  expect(pictures.size).toBe(heads.length);
  // Asked for again it is the same; of what is not there is none; what a page does not show has no picture either.
  const again = await at(heads[0]?.image.url ?? "");
  expect(pictures.has(Buffer.from(await again.arrayBuffer()).toString("base64"))).toBe(true);
  for (const query of ["course=nowhere", "listing=nowhere"])
    expect((await owned.app.ask(null, "GET", `/schools/one/sharing.png?${query}`)).status).toBe(
      404,
    );
  expect((await owned.app.ask(null, "GET", "/schools/one/sharing.png?title=x")).status).toBe(400);
  // The school's color changes, and with it the address.
  await owned.ask("PATCH", "/schools/one", { color: "#2F6B4F" });
  expect((await headOf(parts(), "one", rye))?.image.url).not.toBe(heads[0]?.image.url);
});
