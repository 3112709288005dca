/** Months as the core counts them: the one that is now, and one that is asked for. */
import { type Month, monthOf, parseMonth } from "@dawngate/core/sales/orders";
import { type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { ProblemError } from "../base/problem";

/** The month of an instant in a zone. */
export const monthAt = (timeZone: string, now: Instant): Month =>
  monthOf(localDateAt(zoneOf(timeZone), now));

/** `2027-03`; refused where it is none. */
export function monthAsked(text: string): Month {
  const month = parseMonth(text);
  const reason = "A month is such as 2027-03";
  if (month === null) throw new ProblemError(400, `${reason}.`, [{ path: "month", reason }]);
  return month;
}
