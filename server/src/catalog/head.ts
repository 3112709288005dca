/** What a public page says of itself to those who do not run it. */
import type { Database } from "../db/connection";
import { findContext } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readPage } from "./store";

/** A description has so many letters at the most: what shows it cuts off more. */
const LONGEST = 300;

/** A course's page; null where there is none. */
export async function headOf(
  { db, identity, baseUrl, now }: Pick<Services, "identity" | "baseUrl" | "now"> & { db: Database },
  school: string,
  course: string,
) {
  try {
    // As a visitor: what it says is the same for everybody.
    const context = await findContext({ db, identity }, school, new Headers(), now());
    const page = await reading(db, context, (tx) => readPage(tx, course));
    if (!page) return null;
    const at = `${baseUrl}/${encodeURIComponent(school)}`;
    const text = (page.card.short || page.description).replace(/[#*_>`[\]]/g, "").trim();
    return {
      title: `${page.title} · ${page.school.name}`,
      description: text.length > LONGEST ? `${text.slice(0, LONGEST - 1)}…` : text,
      url: `${at}/c/${encodeURIComponent(course)}`,
      image:
        page.cover === null
          ? null
          : `${baseUrl}/api/schools/${encodeURIComponent(school)}/courses/${encodeURIComponent(course)}/cover/${page.cover.hash}`,
    };
  } catch {
    // The page itself says what is wrong.
    return null;
  }
}
