/** A listing's public page: what is sold, with what is in it, course by course. */
import type { PublicListing } from "@dawngate/contract/catalog";
import type { Offer } from "@dawngate/contract/sales";
import { DEFAULT_BLOCKS } from "@dawngate/core/catalog";
import { wordsOf } from "@dawngate/core/courses";
import { notFound } from "../base/problem";
import { sizeOf } from "../courses/outline";
import { versionPlan } from "../courses/versions";
import type { SchoolTransaction } from "../db/connection";
import { coursesOpenBy } from "../enrollment/memberships/member";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { foundAt } from "./address-store";
import { readCourses, readListed } from "./public-listing-store";
import { publicModules } from "./service";

/** So many courses of a membership stand on its page with what is in them. */
const SHOWN = 12;

export async function showPublicListing(
  { db }: Pick<Services, "db">,
  context: Context,
  asked: string,
): Promise<PublicListing> {
  return reading(db, context, async (tx) => (await publicListingIn(tx, context, asked)).page);
}

/** By its identifier or its address, with its terms. What is not on sale is seen by those who sell, and by nobody else. */
export async function publicListingIn(
  tx: SchoolTransaction,
  context: Pick<Context, "school" | "may">,
  asked: string,
): Promise<{ page: PublicListing; offer: Offer }> {
  const { id, row } = await foundAt(tx, "listing", asked, readListed);
  const isOnSale = row?.state === "on-sale" || row?.state === "private";
  if (!row || (!isOnSale && !context.may("sales.see")))
    throw notFound("There is nothing on sale at this address.");
  const school = await readSchool(tx);
  const courses: PublicListing["courses"] = [];
  const { membership } = row.offer;
  const open = membership ? await coursesOpenBy(tx, membership) : null;
  const named = open
    ? await readCourses(
        tx,
        open.slice(0, SHOWN).map((course) => course.id),
      )
    : row.courses;
  for (const { version, ...course } of named) {
    const plan = await versionPlan(tx, context.school, course.id, version);
    if (!plan) continue;
    const { lessons, minutes } = sizeOf(plan);
    courses.push({ ...course, title: plan.title, modules: publicModules(plan), lessons, minutes });
  }
  const page: PublicListing = {
    id,
    title: row.title,
    points: row.offer.points,
    words: wordsOf(school.words),
    school: {
      name: school.name,
      color: school.color,
      timeZone: school.time_zone,
      contact: school.contact,
    },
    isOnSale,
    membership: membership && open && { courses: open.length, subjects: membership.subjects },
    courses,
    blocks: row.blocks ?? [...DEFAULT_BLOCKS],
    address: row.address ?? id,
    announcements: row.announcements,
  };
  return { page, offer: row.offer };
}
