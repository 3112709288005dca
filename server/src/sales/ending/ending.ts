/** What ends when, and the income that hangs on it (H2): by month, by what was bought; and whose it is. */
import type { Ending, EndingPeople, endingPeopleQuery } from "@dawngate/contract/sales";
import { quote } from "@dawngate/core/sales";
import { firstDay, type Month, writeMonth } from "@dawngate/core/sales/orders";
import { formatInstant, type Instant, startOfDay, zoneOf } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../../base/cursor";
import { keptAWhile } from "../../base/kept-a-while";
import type { Database, SchoolId, SchoolTransaction } from "../../db/connection";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { listingOf } from "../../school/price";
import { reading } from "../../school/service";
import { readSchool, type SchoolRow } from "../../school/store";
import { readListing } from "../listing-store";
import { monthAsked, monthAt } from "../months";
import { waysToRenew } from "../renewal";
import { ENDING } from "../tasks";
import { countEnds, manyEnd, readEnds } from "./ending-store";

/** This month, and so many after it. */
const AHEAD = 12;
/** So many ends are counted at each asking; of more the answer is kept for a while. */
const MANY = 2000;

const kept = keptAWhile<Ending>(100, 60_000);

export async function showEnding(
  { db, threads }: Pick<Services, "db" | "threads">,
  context: Context,
): Promise<Ending> {
  const { school, now } = context;
  const many = await reading(db, context, async (tx) => {
    const { time_zone } = await readSchool(tx);
    const first = monthAt(time_zone, now);
    return manyEnd(tx, spanOf(time_zone, first, first + AHEAD), MANY);
  });
  return kept(school, many, () => threads.run(ENDING, { school, now }));
}

/** An end is of the month of its last millisecond: midnight on the first ends what was before. */
function spanOf(timeZone: string, first: Month, last: Month) {
  const zone = zoneOf(timeZone);
  const at = (month: Month) => formatInstant((startOfDay(zone, firstDay(month)) + 1) as Instant);
  return { from: at(first), to: at(last + 1) };
}

/** What a thread does for a school. */
export async function endingIn(
  db: Database,
  { school, now }: { school: SchoolId; now: Instant },
): Promise<Ending> {
  return db.readSchool(school, async (tx) => {
    const about = await readSchool(tx);
    const first = monthAt(about.time_zone, now);
    const found = await countEnds(
      tx,
      spanOf(about.time_zone, first, first + AHEAD),
      about.time_zone,
    );
    const rows = new Map<string, Ending["rows"][number]>();
    for (const { month, listing, title, cancelled, people, amount } of found) {
      const key = JSON.stringify([listing, cancelled]);
      let row = rows.get(key);
      if (!row) {
        const price =
          listing === null || cancelled ? null : await renewalPrice(tx, about, listing, now);
        row = {
          listing: listing === null ? null : { id: listing, title: title ?? listing },
          cancelled,
          price,
          months: [],
        };
        rows.set(key, row);
      }
      row.months.push({ month, people, hangs: cancelled ? amount : people * (row.price ?? 0) });
    }
    return {
      at: formatInstant(now),
      currency: about.currency,
      months: Array.from({ length: AHEAD + 1 }, (_, i) => writeMonth(first + i)),
      rows: [...rows.values()],
    };
  });
}

/** What one pays who renews a listing on a day, by its usual way; null: it is sold no more, or ends with a cohort. */
async function renewalPrice(
  tx: SchoolTransaction,
  school: SchoolRow,
  id: string,
  now: Instant,
): Promise<number | null> {
  const row = await readListing(tx, id);
  if (!row || (row.state !== "on-sale" && row.state !== "private")) return null;
  if (row.offer.cohorts.length > 0) return null;
  const listing = listingOf(id, row.offer, school);
  const ways = waysToRenew(listing.options);
  const way = ways.find((one) => one.default) ?? ways[0];
  return way ? quote(listing, { at: now, option: way.id }).total : null;
}

const pageEnd = z.tuple([z.iso.datetime(), z.string().max(300)]);

/** Whose access ends in a month, the earliest first. */
export async function showEndingPeople(
  { db }: Pick<Services, "db">,
  context: Context,
  { month, listing, cancelled, after, most }: z.output<typeof endingPeopleQuery>,
): Promise<EndingPeople> {
  const which = monthAsked(month);
  const place = after === undefined ? null : readCursor(pageEnd, after);
  return reading(db, context, async (tx) => {
    const { time_zone } = await readSchool(tx);
    const rows = await readEnds(tx, spanOf(time_zone, which, which), {
      listing,
      cancelled: cancelled === undefined ? undefined : cancelled === "true",
      after: place && { until: place[0], id: place[1] },
      most,
    });
    const people = rows.slice(0, most);
    const last = people.at(-1);
    return {
      people,
      next: rows.length > most && last ? writeCursor([last.until, last.id]) : null,
    };
  });
}
