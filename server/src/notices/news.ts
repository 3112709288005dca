/** What one was told, read in the application: what of it is new, one by one, and all of it page by page. */
import type { News, newsQuery, newsRead } from "@dawngate/contract/news";
import type { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { countNews } from "../enrollment/news-store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readNews, setRead } from "./news-store";
import { sentEnd } from "./sent";

type Parts = Pick<Services, "db">;

export async function showOwnNews(
  { db }: Parts,
  context: Context,
  { unread, after, most }: z.output<typeof newsQuery>,
): Promise<News> {
  const { person, now } = context;
  if (person === null) return { news: [], unread: 0, next: null };
  const place = after === undefined ? null : readCursor(sentEnd, after);
  return reading(db, context, async (tx) => {
    const from = place && { at: place[0], id: place[1] };
    const rows = await readNews(tx, person, now, { unread: unread === "yes", after: from, most });
    const last = rows[most - 1];
    return {
      news: rows.slice(0, most),
      unread: await countNews(tx, person, now),
      next: rows.length > most && last ? writeCursor([last.at, last.id]) : null,
    };
  });
}

/** Somebody has read one, or all that had come by an instant. Twice is once. */
export async function readOwnNews(
  { db }: Parts,
  context: Context,
  which: z.output<typeof newsRead>,
): Promise<{ done: true }> {
  const { person, now } = context;
  if (person !== null) await db.withSchool(context, (tx) => setRead(tx, person, which, now));
  return { done: true };
}
