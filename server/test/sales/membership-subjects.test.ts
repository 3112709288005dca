/** Memberships of some subjects: what they open, and what stays open whatever becomes of subjects and terms. */
import type { CatalogPage, PublicCourse, PublicListing } from "@dawngate/contract/catalog";
import type { listings as listingsPage, Offered } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { MONTHLY, members } from "../helpers/members";
import { instant } from "../helpers/sample";
import { type Selling, sellingSchool } from "../helpers/selling";

type Listings = z.infer<typeof listingsPage>;
let school: Selling;
let now: Instant = instant("2027-03-06T11:00:00Z");
let rye = "";
let monthly = "";
beforeAll(async () => {
  school = await sellingSchool(() => now);
  rye = await published("Rye");
  monthly = await membership("All breads", { options: [MONTHLY] });
});
afterAll(() => school.owned.test_.close());

const { published, membership, change, refused, joins, asks, takesUp, open } = members(
  () => school,
);
const arrange = async (course: string, subject: string) => {
  await school.owned.ask("PATCH", `/schools/one/courses/${course}`, { card: { subject } });
};
const opens = async (who: string) => (await open(who)).courses;
const offered = async (listing: string) => {
  const { membership: told } = await asks<Offered>(null, `/schools/one/offers/${listing}?seats=1`);
  return [told?.courses, told?.subjects, told?.titles];
};

test("it opens those, and says so; what it opened on the day stays, what is of one later comes", async () => {
  const spelt = await published("Spelt again");
  await arrange(rye, "Dark breads");
  await arrange(spelt, "Flat breads");
  const dark = await membership("Dark", {
    options: [MONTHLY],
    membership: { except: [], subjects: ["Dark breads"] },
  });
  expect(await offered(dark)).toEqual([1, ["Dark breads"], ["Rye"]]);
  const page = await asks<PublicListing>(null, `/schools/one/pages/${dark}`);
  expect(page.membership).toEqual({ courses: 1, subjects: ["Dark breads"] });
  const { entries } = await asks<CatalogPage>(null, "/schools/one/catalog");
  expect(entries.find(({ id }) => id === dark)).toMatchObject({
    opens: 1,
    subjects: ["Dark breads"],
    courses: ["Rye"],
  });
  // Whoever looks for its subject finds it beside the courses.
  const found = await asks<CatalogPage>(null, "/schools/one/catalog?subject=Dark%20breads");
  expect(found.entries.map(({ title }) => title)).toEqual(["Rye", "Dark"]);
  const memberships = async (course: string) =>
    (await asks<PublicCourse>(null, `/schools/one/catalog/${course}`)).memberships.map(
      ({ title }) => title,
    );
  expect(await memberships(rye)).toContain("Dark");
  expect(await memberships(spelt)).not.toContain("Dark");
  const { listings } = await school.owned.ask<Listings>(
    "GET",
    `/schools/one/listings?course=${spelt}`,
  );
  expect(listings.find(({ id }) => id === dark)?.membership).toBe("left-out");

  await joins("dana", dark);
  expect(await opens("dana")).toEqual(["Rye"]);
  // Another subject by tomorrow: hers all the same; whoever joins then has what is of it then.
  await arrange(rye, "Sour breads");
  await arrange(spelt, "Dark breads");
  now = instant("2027-03-07T11:00:00Z");
  await joins("emil", dark);
  expect(await opens("dana")).toEqual(["Rye", "Spelt again"]);
  expect(await opens("emil")).toEqual(["Spelt again"]);
  // Of a subject that no course is of: it is said before anybody buys it.
  const { snags } = await change(dark, { membership: { except: [], subjects: ["Rusks"] } });
  expect(snags.map(({ reason }) => reason)).toContain(
    "No course of Rusks is open by it today: whoever buys it waits for one to come.",
  );
  // Terms of others from now on: what was promised stays, and nothing comes by them.
  await change(dark, { membership: { except: [], subjects: ["Sour breads"] } });
  expect(await opens("dana")).toEqual(["Rye"]);
  expect(await opens("emil")).toEqual(["Spelt again"]);
  expect(await takesUp("dana", rye)).toMatch(/^[0-9a-f-]{36}$/);
});

test("a subject has letters, and there are fifty at the most", async () => {
  const many = Array.from({ length: 51 }, (_, i) => `Subject ${i}`);
  for (const subjects of [[" "], many, ["x".repeat(201)]])
    expect((await refused(monthly, { membership: { except: [], subjects } })).join()).toMatch(
      /^offer\.membership\.subjects/,
    );
});
