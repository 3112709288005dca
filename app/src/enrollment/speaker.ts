/** Who speaks on an enrollee's pages, and in which zone: dates in the enrollee's own, reasons in that which counts. */
import type { MyCourse } from "@dawngate/contract/enrollment";
import { itemTitles } from "@dawngate/core/plan/titles";
import { explainOpening, type Speaker, sayZone } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";

type Course = Pick<MyCourse, "modules" | "timeline" | "words">;

/** Speaks in the zone in which the course's days are counted. */
export function speakerOf(course: Course): Speaker {
  const titles = itemTitles(course);
  return {
    zone: zoneOf(course.timeline.clock),
    person: "you",
    words: course.words,
    titleOf: (id) => titles.get(id) ?? id,
  };
}

/** Why an item opens when it does; the zone is named where it is not the enrollee's own. */
export function sayWhy(
  why: Parameters<typeof explainOpening>[0],
  { clock, timeZone }: Pick<MyCourse["timeline"], "clock" | "timeZone">,
  speaker: Speaker,
): string {
  const { sentence } = explainOpening(why, speaker);
  return clock === timeZone ? sentence : `${sentence} (${sayZone(clock)} time.)`;
}
