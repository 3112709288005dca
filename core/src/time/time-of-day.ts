/** Local times of day, `07:00`. */
import { pad2, shorten } from "./civil";
import { MINUTE, ok, type Parsed, refused, type TimeOfDay } from "./types";

/** Reads `07:00`: hours 00 to 23, minutes 00 to 59. */
export function parseTimeOfDay(text: string): Parsed<TimeOfDay> {
  const found = /^([01]\d|2[0-3]):([0-5]\d)$/.exec(text);
  if (!found)
    return refused(`"${shorten(text)}" is not a time of day; write it as 07:00, up to 23:59`);
  return ok(((Number(found[1]) * 60 + Number(found[2])) * MINUTE) as TimeOfDay);
}

/** Writes a time of day as `07:00`; seconds only where there are some. */
export function formatTimeOfDay(time: TimeOfDay): string {
  const minutes = Math.floor(time / MINUTE);
  const seconds = Math.floor((time - minutes * MINUTE) / 1000);
  const text = `${pad2(Math.floor(minutes / 60))}:${pad2(minutes % 60)}`;
  return seconds === 0 ? text : `${text}:${pad2(seconds)}`;
}
