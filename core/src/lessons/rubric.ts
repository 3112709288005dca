/** What a reviewer's marks come to by a rubric. Points are added in whole hundredths, so that no sum is off by a binary neighbor. */
import type { Rubric } from "./kinds/rubric";

export type { Rubric };

/** By criterion, the place of the level that is met, from 0. */
export type Marks = Readonly<Record<string, number>>;

export interface Marked {
  /** Of the criteria that are marked. */
  earned: number;
  /** The most that can be had of all of them. */
  possible: number;
  /** Criteria that are not marked yet. */
  open: string[];
}

const hundredths = (value: number) => Math.round(value * 100);

/**
 * What marks come to. Marks for what is no criterion, or no level of it, count for nothing: `marksFault` refuses them.
 *
 * @example markedBy([{ id: "crumb", title: "Crumb", levels: [{ says: "", points: 0 }, { says: "", points: 2 }] }], { crumb: 1 })
 * // { earned: 2, possible: 2, open: [] }
 */
export function markedBy(criteria: Rubric, marks: Marks): Marked {
  let earned = 0;
  let possible = 0;
  const open: string[] = [];
  for (const { id, levels } of criteria) {
    possible += Math.max(...levels.map((level) => hundredths(level.points)));
    const level = Object.hasOwn(marks, id) ? levels[marks[id] ?? -1] : undefined;
    if (level) earned += hundredths(level.points);
    else open.push(id);
  }
  return { earned: earned / 100, possible: possible / 100, open };
}

/** What is wrong with marks: the first that marks what is not there; null: nothing. */
export function marksFault(
  criteria: Rubric,
  marks: Marks,
): { criterion: string; reason: string } | null {
  for (const [id, place] of Object.entries(marks)) {
    const criterion = criteria.find((one) => one.id === id);
    if (!criterion) return { criterion: id, reason: "This is no criterion of the rubric" };
    if (!Number.isInteger(place) || !criterion.levels[place])
      return { criterion: id, reason: `“${criterion.title}” has no such level` };
  }
  return null;
}
