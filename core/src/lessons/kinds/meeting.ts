/** A live meeting: when it is, where, and what was recorded. */
import { z } from "zod";
import { instant } from "../../plan/fields";
import { type Instant, MINUTE, parseInstant } from "../../time";
import { fileId, lessonKind, link, seconds } from "./kind";

/** So long before it begins its link is shown, in milliseconds. */
export const LINK_BEFORE = 15 * MINUTE;

export const meeting = lessonKind({
  kind: "live meeting",
  part: z
    .strictObject({
      kind: z.literal("live meeting"),
      at: instant,
      minutes: z.int().min(5, "At least 5 minutes").max(1440, "At most a day"),
      link: link.nullable().describe("Where one joins; shown from 15 minutes before it begins."),
      recording: fileId.nullable(),
      seconds: seconds.nullable().describe("The recording's length."),
    })
    .meta({ id: "MeetingPart" }),
  uses: ({ recording }) => (recording === null ? [] : [{ file: recording, as: "video" as const }]),
});

/**
 * Whether one can join at an instant: from a quarter of an hour before it begins until it ends.
 *
 * @example joinable({ at: "2027-03-10T18:00:00Z", minutes: 60 }, instantOf("2027-03-10T17:45:00Z")) // true
 */
export function joinable(
  { at, minutes }: { at: string; minutes: number },
  instant: Instant,
): boolean {
  const begins = parseInstant(at);
  if (!begins.ok) return false;
  return instant >= begins.value - LINK_BEFORE && instant < begins.value + minutes * MINUTE;
}
