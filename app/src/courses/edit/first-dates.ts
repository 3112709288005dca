/** What publishing means for whoever enrolls next: what they see first and when, and what is empty still. */
import type { PlanCourse } from "@dawngate/core/plan";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { previewDraft } from "./preview";

/** So many openings are named. */
const FIRST = 3;

export function sayFirstDates(
  school: Parameters<typeof previewDraft>[0],
  course: PlanCourse,
  today: string,
): string[] {
  const timeline = previewDraft(school, course, today, null);
  if (!timeline) return [];
  const opens = new Map(timeline.items.map(({ id, opens }) => [id, opens]));
  const known = course.modules.flatMap(({ id, title, visible }) => {
    const at = opens.get(id);
    return visible === "published" && at ? [{ title: title.trim(), at }] : [];
  });
  known.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  const said = known
    .slice(0, FIRST)
    .map(({ title, at }) =>
      Date.parse(at) <= Date.parse(timeline.at)
        ? `“${title}” at once`
        : `“${title}” on ${sayWrittenInstant(at, zoneOf(school.timeZone), false)}`,
    );
  const empty = course.modules
    .filter(({ visible }) => visible === "published")
    .flatMap(({ lessons }) => lessons)
    .filter((lesson) => lesson.visible === "published" && lesson.empty).length;
  return [
    said.length === 0
      ? "Who enrolls today sees nothing with a date yet."
      : `Who enrolls today sees ${said.join(", ")}${known.length > FIRST ? ", and more after that" : ""}.`,
    ...(empty === 0
      ? []
      : [empty === 1 ? "One lesson is empty still." : `${empty} lessons are empty still.`]),
  ];
}
