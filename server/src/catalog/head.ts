/**
 * What public pages say to those who do not run them: readers without scripts, search engines, whoever shows a link
 * (Open Graph), and programs (schema.org: Course, CourseInstance, Offer, ItemList).
 */
import type { CatalogEntry } from "@dawngate/contract/catalog";
import type { Cover } from "@dawngate/contract/courses";
import { DEFAULT_BLOCKS } from "@dawngate/core/catalog";
import { plainMoney } from "@dawngate/core/sales";
import { sayPrice } from "@dawngate/core/sales/step-words";
import { escaped } from "../base/html";
import { sizeOf } from "../courses/outline";
import { versionPlan } from "../courses/versions";
import type { Database, SchoolTransaction } from "../db/connection";
import { type Context, findContext } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { foundAt } from "./address-store";
import { publicListingIn } from "./public-listing";
import { readable } from "./readable";
import { publicModules } from "./service";
import { apiOf, type SharedPicture, sharingAt } from "./sharing";
import { catalogIn, priceOf } from "./shown";
import { readPageAt } from "./store";

type Parts = Pick<Services, "identity" | "baseUrl" | "now"> & { db: Database };

/** A description has so many letters at the most: what shows it cuts off more. */
const LONGEST = 300;
/** So many entries stand in the page itself, and in the list for search engines. */
const ENTRIES = 100;

export interface Head {
  title: string;
  description: string;
  url: string;
  image: SharedPicture;
  readable: string;
  data: object;
}

/** A course's page; null where there is none. */
export function headOf(parts: Parts, school: string, course: string): Promise<Head | null> {
  return asVisitor(parts, school, (tx, context, at) => courseHead(tx, context, at, course));
}

/** The page of something on sale; null where there is none. */
export function listingHeadOf(parts: Parts, school: string, listing: string): Promise<Head | null> {
  return asVisitor(parts, school, (tx, context, at) => listingHead(tx, context, at, listing));
}

/** A school's catalog; null where there is no such school. */
export function catalogHead(parts: Parts, school: string): Promise<Head | null> {
  return asVisitor(parts, school, listHead);
}

/** The addresses of what a school shows, for search engines (sitemaps.org, 0.9); null where there is no such school. */
export function sitemapOf(parts: Parts, school: string): Promise<string | null> {
  return asVisitor(parts, school, async (tx, { now }, at) => {
    const { entries } = await catalogIn(tx, now, { most: ENTRIES });
    const addresses = [at, ...entries.map((entry) => `${at}${pathOf(entry)}`)];
    return [
      '<?xml version="1.0" encoding="UTF-8"?>',
      '<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">',
      ...addresses.map((address) => `<url><loc>${escaped(address)}</loc></url>`),
      "</urlset>",
    ].join("\n");
  });
}

/** As a visitor: what it says is the same for everybody. */
async function asVisitor<T>(
  { db, identity, baseUrl, now }: Parts,
  school: string,
  work: (tx: SchoolTransaction, context: Context, at: string) => Promise<T | null>,
): Promise<T | null> {
  try {
    const context = await findContext({ db, identity }, school, new Headers(), now());
    const at = `${baseUrl}/${encodeURIComponent(school)}`;
    return await reading(db, context, (tx) => work(tx, context, at));
  } catch {
    // The page itself says what is wrong.
    return null;
  }
}

const short = (text: string) => {
  const said = text.replace(/[#*_>`[\]]/g, "").trim();
  return said.length > LONGEST ? `${said.slice(0, LONGEST - 1)}…` : said;
};

async function courseHead(
  tx: SchoolTransaction,
  context: Context,
  at: string,
  asked: string,
): Promise<Head | null> {
  const { id, row: page } = await foundAt(tx, "course", asked, readPageAt(context.now));
  const plan = page && (await versionPlan(tx, context.school, id, page.version));
  if (!plan) return null;
  const alone = page.offers.filter(({ offer }) => offer.courses.length === 1);
  const price = priceOf(alone, await readSchool(tx), context.now);
  const { card, school, cohorts } = page;
  const url = `${at}/c/${encodeURIComponent(page.address ?? id)}`;
  const image = pictureAt(at, { course: id }, page, { id, cover: page.cover });
  const description = short(card.short || page.description);
  const { minutes } = sizeOf(plan);
  return {
    title: `${page.title} · ${school.name}`,
    description,
    url,
    image,
    readable: around(
      at,
      school,
      readable({
        title: page.title,
        short: card.short ?? "",
        description: page.description,
        card,
        points: [],
        price: price && sayPrice(price),
        courses: [{ title: page.title, modules: publicModules(plan) }],
        announcements: page.announcements,
        blocks: page.blocks ?? DEFAULT_BLOCKS,
      }),
    ),
    data: {
      "@context": "https://schema.org",
      "@type": "Course",
      name: page.title,
      description,
      url,
      ...(image !== null && { image }),
      ...(card.language && { inLanguage: card.language }),
      ...(card.level && { educationalLevel: card.level }),
      ...(card.subject && { about: card.subject }),
      provider: { "@type": "Organization", name: school.name, url: at },
      ...(price && { offers: offerOf(price, url) }),
      hasCourseInstance: (cohorts.length > 0
        ? cohorts.map(({ name, cohort }) => ({
            name,
            startDate: cohort.starts,
            endDate: cohort.ends,
          }))
        : [{ name: page.title }]
      ).map((one) => ({
        "@type": "CourseInstance",
        courseMode: "Online",
        ...(minutes > 0 && { courseWorkload: `PT${Math.round(minutes)}M` }),
        ...one,
      })),
    },
  };
}

async function listingHead(
  tx: SchoolTransaction,
  context: Context,
  at: string,
  asked: string,
): Promise<Head | null> {
  const { page, offer } = await publicListingIn(tx, context, asked);
  const { id, title, points, school, courses, blocks, announcements } = page;
  const price = priceOf([{ id, offer }], await readSchool(tx), context.now);
  const url = `${at}/p/${encodeURIComponent(page.address)}`;
  const pictured = courses.find(({ cover }) => cover !== null);
  const image = pictureAt(at, { listing: id }, page, pictured);
  const [only] = courses.length === 1 ? courses : [];
  const names = courses.map((course) => course.title).join(", ");
  const opening = blocks.find((block) => block.kind === "opening");
  const description = short(opening?.says || points[0] || only?.card.short || names);
  return {
    title: `${title} · ${school.name}`,
    description,
    url,
    image,
    readable: around(
      at,
      school,
      readable({
        ...{ title, points, courses, announcements, blocks },
        short: only?.card.short ?? names,
        description: "",
        card: only?.card ?? {},
        price: price && sayPrice(price),
      }),
    ),
    data: {
      "@context": "https://schema.org",
      "@type": "Course",
      name: title,
      description,
      url,
      ...(image !== null && { image }),
      provider: { "@type": "Organization", name: school.name, url: at },
      ...(price && { offers: offerOf(price, url) }),
      hasPart: courses.map((course) => ({
        "@type": "Course",
        name: course.title,
        ...(course.card.short && { description: course.card.short }),
        url: `${at}/c/${encodeURIComponent(course.id)}`,
      })),
    },
  };
}

/** The cover somebody uploaded, or one drawn from the title. */
function pictureAt(
  at: string,
  of: Parameters<typeof sharingAt>[1],
  shown: Parameters<typeof sharingAt>[2],
  pictured: { id: string; cover: Cover | null } | undefined,
): SharedPicture {
  if (!pictured?.cover) return sharingAt(at, of, shown);
  const { hash, width, height } = pictured.cover;
  const url = `${apiOf(at)}/courses/${encodeURIComponent(pictured.id)}/cover/${hash}`;
  return { url, width, height };
}

/** The way to the school above a page, and whom to ask below it. */
const around = (at: string, { name, contact }: { name: string; contact: string }, page: string) =>
  `<p><a href="${escaped(at)}">${escaped(name)}</a></p>${page}${contact ? `<p>Questions: ${escaped(contact)}</p>` : ""}`;

async function listHead(tx: SchoolTransaction, context: Context, at: string): Promise<Head> {
  const { school, entries } = await catalogIn(tx, context.now, { most: ENTRIES });
  const description = short(
    entries.length === 0
      ? `${school.name}: its courses.`
      : `${school.name}: ${entries
          .slice(0, 6)
          .map(({ title }) => title)
          .join(", ")}.`,
  );
  return {
    title: school.name,
    description,
    url: at,
    image: sharingAt(at, {}, { title: school.name, school }),
    readable: `<h1>${escaped(school.name)}</h1><ul>${entries
      .map(
        (entry) =>
          `<li><a href="${escaped(`${at}${pathOf(entry)}`)}">${escaped(entry.title)}</a> ${escaped(
            [entry.short, entry.price ? sayPrice(entry.price) : ""].filter(Boolean).join(" · "),
          )}</li>`,
      )
      .join("")}</ul>`,
    data: {
      "@context": "https://schema.org",
      "@type": "ItemList",
      name: school.name,
      itemListElement: entries.map((entry, index) => ({
        "@type": "ListItem",
        position: index + 1,
        url: `${at}${pathOf(entry)}`,
        name: entry.title,
      })),
    },
  };
}

type Price = NonNullable<CatalogEntry["price"]>;

const offerOf = ({ amount, currency, every }: Price, url: string) => ({
  "@type": "Offer",
  price: plainMoney(amount, currency),
  priceCurrency: currency,
  category: amount === 0 ? "Free" : every === null ? "Paid" : "Subscription",
  availability: "https://schema.org/InStock",
  url,
});

/** Below the school: a course's page, or what is sold together. */
const pathOf = ({ kind, id }: CatalogEntry) =>
  `/${kind === "course" ? "c" : "p"}/${encodeURIComponent(id)}`;
