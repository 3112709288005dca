/** Where somebody stands who waits for a place that is sold, in words. */
import type { Offered } from "@dawngate/contract/sales";
import { sayInstant } from "@dawngate/core/schedule/words";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { sayAhead } from "../enrollment/ways-in/say-waiting";
import { ownZone } from "../ui/zone";

/** "You wait for a place; two come before you.", "A place is held for you until …". */
export function sayStands({
  ahead,
  offerUntil,
}: NonNullable<NonNullable<Offered["waiting"]>["stands"]>): string {
  if (offerUntil !== null)
    return `A place is held for you until ${sayInstant(Date.parse(offerUntil) as Instant, zoneOf(ownZone()))}; buy it by then, or it goes to the next.`;
  return `${sayAhead(ahead)} You are written to when one comes free.`;
}
