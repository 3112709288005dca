/** What a listing's price has been, for what may be said beside a price that was lowered. */
import { type PriceNote, priceNote, type TermsSince } from "@dawngate/core/sales";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { listingOf, type PricedIn } from "../school/price";
import { readHistory } from "./terms-store";

/** So many states of the terms are looked at: the latest. */
const MOST = 200;

/** What was read is true for ever: earlier terms do not change. */
const kept = new Map<string, readonly TermsSince[]>();
const MOST_KEPT = 200;

/** When the price of a way to pay rises next, and the lowest of the thirty days before it was lowered. */
export async function noteOfPrice(
  tx: SchoolTransaction,
  of: { school: SchoolId; listing: string; number: number },
  school: PricedIn,
  option: string,
  now: Instant,
): Promise<PriceNote> {
  const key = JSON.stringify([of, school.currency, school.time_zone]);
  let history = kept.get(key);
  if (!history) {
    history = (await readHistory(tx, of.listing, MOST)).map(({ at, state, offer }) => ({
      from: Date.parse(at) as Instant,
      listing:
        (state === null || state === "on-sale" || state === "private") && offer.options.length > 0
          ? listingOf(of.listing, offer, school)
          : null,
    }));
    if (kept.size >= MOST_KEPT) kept.clear();
    kept.set(key, history);
  }
  return priceNote(history, option, now);
}
