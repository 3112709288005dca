/**
 * A release hour that falls in a clock change: on that day it does not exist, and openings come later (RFC 5545, 3.3.5),
 * or it comes twice, and the first counts.
 */

import { itemsOf } from "../../plan";
import { quoted, sayDate } from "../../schedule/words";
import {
  addDays,
  formatTimeOfDay,
  type Instant,
  instantAt,
  type LocalDate,
  localDateAt,
  parseTimeOfDay,
  type TimeOfDay,
  timeOfDayAt,
  type Zone,
} from "../../time";
import type { Look } from "../look";
import type { Finding } from "../snag";

const HOUR = 3_600_000;
/** So far ahead clock changes are known well enough to be planned with. */
const DAYS_AHEAD = 730;
/** After the hour at which clocks change anywhere in use, before people rise. */
const SAFE = "04:30";

interface ClockChange {
  date: LocalDate;
  /** What the clock shows instead; null: the time comes twice. */
  becomes: TimeOfDay | null;
}

export function clockChanges(look: Look): Finding[] {
  const { course, zone, now } = look;
  const found: Finding[] = [];
  const say = (text: string, item: string | null, whose: string, finding: Partial<Finding>) => {
    const time = parseTimeOfDay(text);
    const change = time.ok ? firstChange(zone, now, time.value) : null;
    if (!change) return;
    const what =
      change.becomes === null
        ? "comes twice, and the first counts"
        : `does not exist, so what opens then opens at ${formatTimeOfDay(change.becomes)}`;
    found.push({
      weight: "look",
      item,
      cohort: null,
      reason: `${whose} ${text}: on ${sayDate(change.date)} the clocks change, and that time ${what}.`,
      mends: [],
      about: [text, zone.id],
      ...finding,
    });
  };
  if (course.releaseHour !== null)
    say(course.releaseHour, null, "The release hour is", {
      mends: [
        {
          label: `Make it ${SAFE}`,
          operations: [{ type: "set-course", set: { releaseHour: SAFE } }],
        },
      ],
    });
  for (const item of itemsOf(course))
    for (const moment of item.gate?.when ?? [])
      if (moment.from !== "staff" && moment.at !== undefined)
        say(moment.at, item.id, `${quoted(item.title)} opens at`, {});
  return found;
}

/** The next day on which a time of day does not exist, or comes twice. */
export function firstChange(zone: Zone, now: Instant, time: TimeOfDay): ClockChange | null {
  const today = localDateAt(zone, now);
  for (let days = 0; days < DAYS_AHEAD; days++) {
    const date = addDays(today, days);
    const instant = instantAt(zone, date, time);
    const shown = timeOfDayAt(zone, instant);
    if (shown !== time) return { date, becomes: shown };
    // Clocks go back by half an hour somewhere (Lord Howe), by a whole one elsewhere.
    for (const later of [HOUR / 2, HOUR]) {
      const again = (instant + later) as Instant;
      if (timeOfDayAt(zone, again) === time && localDateAt(zone, again) === date)
        return { date, becomes: null };
    }
  }
  return null;
}
