/** Who is marked: some people, or everybody who matches, but for some. */
import type { Matching, RosterPerson } from "@dawngate/contract/roster";

export type Marks =
  | { kind: "some"; people: ReadonlyMap<string, string> }
  | { kind: "matching"; matching: Matching; total: number | null; without: ReadonlySet<string> };

export const NOBODY: Marks = { kind: "some", people: new Map() };

export function isMarked(marks: Marks, { enrollment }: RosterPerson): boolean {
  return marks.kind === "some" ? marks.people.has(enrollment) : !marks.without.has(enrollment);
}

/** Marks somebody, or takes their mark away. */
export function marked(marks: Marks, { enrollment, name }: RosterPerson, on: boolean): Marks {
  if (marks.kind === "some") {
    const people = new Map(marks.people);
    if (on) people.set(enrollment, name);
    else people.delete(enrollment);
    return { kind: "some", people };
  }
  const without = new Set(marks.without);
  if (on) without.delete(enrollment);
  else without.add(enrollment);
  return { ...marks, without };
}

/** How many are marked; null: it is not counted. */
export function countMarked(marks: Marks): number | null {
  if (marks.kind === "some") return marks.people.size;
  return marks.total === null ? null : Math.max(0, marks.total - marks.without.size);
}

/** For whom something is to be done, as the server is told. */
export type Whom = { enrollments: string[] } | { matching: Matching };

export function whomOf(marks: Marks): Whom {
  return marks.kind === "some"
    ? { enrollments: [...marks.people.keys()] }
    : { matching: { ...marks.matching, without: [...marks.without] } };
}
