/** Everybody's dates worked out at once, by the bulk evaluator: what the worker does, and a test can do without one. */
import type { Everybody } from "@dawngate/contract";
import { readCalendar } from "@dawngate/core/plan";
import {
  BulkCourse,
  type Crowd,
  crowdOf,
  holdTogether,
  layOut,
  Numbering,
  SchoolDays,
} from "@dawngate/core/schedule/bulk";
import type { Instant } from "@dawngate/core/time";

export interface CrowdQuestion {
  everybody: Everybody;
  now: Instant;
}

/** As many instants as a wide picture has room for. */
const SAMPLES = 361;
const DAY = 86_400_000;

/** From before the first opening to some weeks after the last; a year at the most on either side of now. */
export function countCrowd({ everybody, now }: CrowdQuestion): Crowd {
  const { school, cohorts, versions, people } = everybody;
  const [names, days] = [new Numbering<string>(), new SchoolDays(readCalendar(school))];
  const courses = new Map(
    versions.map(({ number, plan }) => [
      number,
      new BulkCourse(school, plan, cohorts, names, days),
    ]),
  );
  const groups = new Map<string, typeof people>();
  for (const person of people) {
    const key = person.versions.join(" ");
    const group = groups.get(key);
    if (group) group.push(person);
    else groups.set(key, [person]);
  }
  const lots = [...groups.values()].map((group) => {
    const laid = layOut(
      group.map(({ enrollment }) => enrollment),
      names,
    );
    const held = (group[0]?.versions ?? []).flatMap((number) => courses.get(number) ?? []);
    return holdTogether(
      held.map((course) => ({
        items: course.items,
        answer: course.answer(laid, now, { closes: true }),
      })),
      now,
    );
  });
  let [from, to] = [now, now] as [number, number];
  for (const { answer } of lots)
    for (const opens of answer.opens)
      if (!Number.isNaN(opens)) {
        from = Math.min(from, opens);
        to = Math.max(to, opens);
      }
  const begin = Math.max(from - 7 * DAY, now - 366 * DAY);
  const end = Math.min(to + 28 * DAY, now + 366 * DAY);
  return crowdOf(lots, begin, end, SAMPLES);
}
