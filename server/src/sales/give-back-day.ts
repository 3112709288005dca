/** The last day on which what is bought now may be given back by whoever has the right to. */
import { readCalendar } from "@dawngate/core/plan";
import { lastDayToGiveBack } from "@dawngate/core/sales";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { planSchool } from "../school/plan";
import type { SchoolRow } from "../school/store";

/** A local date; null: the calendar leaves no such day. */
export function giveBackDay(row: SchoolRow, now: Instant): string | null {
  const school = planSchool(row);
  const bought = localDateAt(zoneOf(school.timeZone), now);
  const last = lastDayToGiveBack(bought, readCalendar(school));
  return last === null ? null : formatDate(last);
}
