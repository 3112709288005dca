/**
 * The picture of a page that has none of its own, for those who show a link to it (ogp.me, og:image): drawn from its
 * title when somebody asks for it, and kept for a while.
 */
import { createHash } from "node:crypto";
import type { SharingQuery } from "@dawngate/contract/catalog";
import { LRUCache } from "lru-cache";
import { notFound } from "../base/problem";
import { SHARING } from "../base/sharing";
import type { SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { foundAt } from "./address-store";
import { publicListingIn } from "./public-listing";
import { readPageAt } from "./store";

interface Shown {
  title: string;
  school: { name: string; color: string };
}

/** So many are kept: each has some 20 to 60 kB. Two who ask at once wait for the same one. */
const kept = new LRUCache<string, Promise<Uint8Array>>({ max: 200 });

/** What it shows, in one word: its address changes with it. */
const stateOf = ({ title, school }: Shown) =>
  createHash("sha256")
    .update(JSON.stringify([title, school.name, school.color]))
    .digest("hex")
    .slice(0, 16);

export interface SharedPicture {
  url: string;
  /** Pixels. */
  width: number;
  height: number;
}

/** Where the API of the school at an address lies. */
export const apiOf = (at: string) => at.replace(/\/([^/]+)$/, "/api/schools/$1");

/** Where the picture of a course, of something on sale, or of the school itself lies. `at`: the school's own address. */
export function sharingAt(
  at: string,
  of: Pick<SharingQuery, "course" | "listing">,
  shown: Shown,
): SharedPicture {
  const query = new URLSearchParams({ ...of, state: stateOf(shown) });
  return {
    url: `${apiOf(at)}/sharing.png?${query}`,
    ...SHARING,
  };
}

/** The picture as it is drawn now, as PNG. */
export async function drawSharing(
  { db, readers }: Pick<Services, "db" | "readers">,
  context: Context,
  of: SharingQuery,
): Promise<Uint8Array> {
  const shown = await reading(db, context, (tx) => shownOf(tx, context, of));
  const state = stateOf(shown);
  const known = kept.get(state);
  if (known) return known;
  const drawn = readers.sharing({
    title: shown.title,
    school: shown.title === shown.school.name ? "" : shown.school.name,
    color: shown.school.color,
  });
  kept.set(state, drawn);
  // What failed is tried again by the next who asks.
  drawn.catch(() => kept.delete(state));
  return drawn;
}

async function shownOf(
  tx: SchoolTransaction,
  context: Context,
  { course, listing }: SharingQuery,
): Promise<Shown> {
  if (listing !== undefined) {
    const { page } = await publicListingIn(tx, context, listing);
    return page;
  }
  if (course === undefined) {
    const school = await readSchool(tx);
    return { title: school.name, school };
  }
  const { row } = await foundAt(tx, "course", course, readPageAt(context.now));
  if (!row) throw notFound("There is no course at this address.");
  return row;
}
