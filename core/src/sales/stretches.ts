/**
 * A price over time: the stretches of days on which it stays the same, when it rises next, and what it was before it
 * was lowered.
 */
import {
  addDays,
  type Instant,
  type LocalDate,
  localDateAt,
  parseDate,
  startOfDay,
  zoneOf,
} from "../time";
import type { Listing } from "./listing";
import { optionOf, quote } from "./quote";

/** A run of days with one price of one seat without a code, in minor units. */
export interface Stretch {
  from: LocalDate;
  /** The last day, included. */
  through: LocalDate;
  amount: number;
}

/** The days on which a price can change: each the first of a stretch. */
export function priceTurns({ dated }: Listing): LocalDate[] {
  const found: LocalDate[] = [];
  const add = (text: string | null, after = 0) => {
    const date = text === null ? null : parseDate(text);
    if (date?.ok) found.push(addDays(date.value, after));
  };
  for (const one of dated) {
    if (one.kind !== "early") add(one.from);
    if (one.kind !== "late") add(one.through, 1);
  }
  return found;
}

/** The price of one seat without a code, from a day through another, stretch by stretch. */
export function stretchesOf(
  listing: Listing,
  option: string,
  from: LocalDate,
  through: LocalDate,
): Stretch[] {
  const zone = zoneOf(listing.timeZone);
  const days = [...new Set([from, ...priceTurns(listing)])]
    .filter((day) => day >= from && day <= through)
    .sort((a, b) => a - b);
  const found: Stretch[] = [];
  days.forEach((day, i) => {
    const { total } = quote(listing, { at: startOfDay(zone, day), option });
    const last = addDays(days[i + 1] ?? addDays(through, 1), -1);
    const before = found.at(-1);
    if (before?.amount === total) before.through = last;
    else found.push({ from: day, through: last, amount: total });
  });
  return found;
}

/** Terms that a listing once had, from an instant on. */
export interface TermsSince {
  from: Instant;
  /** Null: it was not on sale. */
  listing: Listing | null;
}

/** What a visitor is told of a price beside its amount. */
export interface PriceNote {
  /** The next day on which it is higher, with the price of that day; null: none is foreseen. */
  rises: { on: LocalDate; amount: number } | null;
  /**
   * The lowest price of the thirty days before it was lowered, where it has been: the one that may be shown beside a
   * lowered price (Directive 98/6/EC, article 6a, as Directive (EU) 2019/2161 has put it in). Null: it has not been
   * lowered, or was as low in those days.
   */
  before: number | null;
}

/** So many days before a price is lowered count (article 6a, paragraph 2: "not shorter than 30 days"). */
const DAYS_BEFORE = 30;
/** A price that was lowered longer ago than this is the price. */
const LOOKS_BACK = 366;
/** So far ahead a rise is told. */
const LOOKS_AHEAD = 366;

/**
 * When the price of an option rises next and what it was before, on the day of an instant. `history`: the terms the
 * listing has had, the earliest first, those that hold last; a day on which the option did not exist has no price.
 */
export function priceNote(history: readonly TermsSince[], option: string, at: Instant): PriceNote {
  const latest = history.at(-1)?.listing;
  if (!latest || !optionOf(latest, option)) return { rises: null, before: null };
  const today = localDateAt(zoneOf(latest.timeZone), at);
  const ahead = stretchesOf(latest, option, today, addDays(today, LOOKS_AHEAD));
  const now = ahead[0]?.amount ?? 0;
  const later = ahead.find(({ amount }) => amount > now);
  return {
    rises: later ? { on: later.from, amount: later.amount } : null,
    before: lowestBefore(pastOf(history, option, addDays(today, -LOOKS_BACK), today), now),
  };
}

/** The stretches there were, by the terms of each day; on the day of a change both prices stood. */
function pastOf(
  history: readonly TermsSince[],
  option: string,
  from: LocalDate,
  through: LocalDate,
): Stretch[] {
  return history.flatMap(({ from: since, listing }, i) => {
    if (listing === null || !optionOf(listing, option)) return [];
    const zone = zoneOf(listing.timeZone);
    const next = history[i + 1];
    const begins = Math.max(from, localDateAt(zone, since)) as LocalDate;
    const ends = Math.min(through, next ? localDateAt(zone, next.from) : through) as LocalDate;
    return begins > ends ? [] : stretchesOf(listing, option, begins, ends);
  });
}

function lowestBefore(past: readonly Stretch[], now: number): number | null {
  // Back to the day on which it came to what it is now.
  let lowered: LocalDate | null = null;
  for (let i = past.length - 1; i >= 0; i--) {
    const one = past[i];
    if (!one || one.amount < now) return null;
    if (one.amount > now) break;
    lowered = one.from;
  }
  if (lowered === null) return null;
  const first = addDays(lowered, -DAYS_BEFORE);
  const day = lowered;
  const amounts = past
    .filter(({ from, through }) => through >= first && from < day)
    .map(({ amount }) => amount);
  const low = Math.min(...amounts);
  return Number.isFinite(low) && low > now ? low : null;
}
