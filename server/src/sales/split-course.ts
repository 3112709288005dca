/** A course split into parts: courses that share its lessons, each on sale by itself, and all of them together. */
import { type NewParts, offer as offerSchema, type PartsMade } from "@dawngate/contract/sales";
import { addressOf } from "@dawngate/core/catalog";
import { splitCourse as splitPlan } from "@dawngate/core/courses";
import { formatInstant } from "@dawngate/core/time";
import { conflict, notFound, refusal } from "../base/problem";
import { digestOf } from "../base/secret";
import { existing } from "../courses/authoring";
import { readDraft } from "../courses/draft-store";
import { insertParts, slugOf } from "../courses/making";
import type { SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { insertListing, readListings } from "./listing-store";

/** So many listings of the course are looked through for the one that sells it alone. */
const LOOKED = 20;

/**
 * Splits a course at whole modules. Nothing of it is published or on sale by this. The same press twice is one split:
 * what is made is named after it.
 */
export async function splitCourse(
  { db }: Pick<Services, "db">,
  context: Context,
  course: string,
  { key, parts, together }: NewParts,
): Promise<PartsMade> {
  if (!context.may("courses.edit") || !context.reaches(course))
    throw notFound(`There is no course "${course}" in this school that you may edit.`);
  const mark = (i: number) => digestOf(`${context.school} ${course} ${key} ${i}`).slice(0, 6);
  const listed = (title: string, i: number) => `${addressOf(title, 40) || "listing"}-${mark(i)}`;
  return db.withSchool(context, async (tx) => {
    const { row, draft } = await existing(tx, course, true);
    const named = parts.map((part, i) => ({ ...part, id: `${slugOf(part.title)}-${mark(i)}` }));
    const split = splitPlan(draft, named);
    if (!split)
      throw refusal("The course cannot be split like this; load it again.", [
        {
          path: "parts",
          reason:
            "Each part begins at a module of the course, in its order, the first at its first",
        },
      ]);
    const made: PartsMade = {
      parts: named.map(({ id, title }, i) => ({ course: id, listing: listed(title, i), title })),
      together: together && listed(together.title, parts.length),
      loosened: split.loosened,
    };
    if (await readDraft(tx, named[0]?.id ?? "")) return made;
    await insertParts(
      tx,
      context,
      row,
      split.parts.map((part) => part.course),
    );
    const like = await termsOf(tx, course);
    const put = async (
      id: string,
      { title, amount }: { title: string; amount: number },
      courses: { id: string; price: number | null }[],
    ) => {
      const options = [{ id: "once", kind: "once", amount, default: true }];
      const offer = offerSchema.parse({ ...like, title, courses, options });
      if (!(await insertListing(tx, context.school, id, offer, formatInstant(context.now))))
        throw conflict("Its address is taken; press again.");
    };
    for (const [i, part] of named.entries())
      await put(listed(part.title, i), part, [{ id: part.id, price: null }]);
    if (made.together !== null && together)
      await put(
        made.together,
        together,
        named.map(({ id, amount }) => ({ id, price: amount })),
      );
    return made;
  });
}

/** How the course is taxed and for how long it is, where it is sold alone: its parts are so too. */
async function termsOf(tx: SchoolTransaction, course: string) {
  const listings = await readListings(tx, null, LOOKED, course);
  const alone = listings.find(({ offer }) => offer.courses.length === 1)?.offer;
  if (!alone) return {};
  const { tax, validity, supply } = alone;
  // What counts from a lesson counts from one of its parts alone.
  const ends = validity?.some((moment) => "item" in moment) ? null : validity;
  return { tax, validity: ends, supply };
}
