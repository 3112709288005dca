/** What a change does to people, in sentences. */
import type { PersonRipple, RippleAnswer } from "@dawngate/contract/review";
import {
  listed,
  quoted,
  sayLater,
  sayWrittenEnd,
  sayWrittenInstant,
} from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";

type TitleOf = (id: string) => string;

const people = (count: number) => (count === 1 ? "1 person" : `${count} people`);

/** The totals, the heaviest first; one sentence where nobody is touched. */
export function sayTotals({
  totals,
  version = 0,
}: Pick<RippleAnswer, "totals"> & { version?: number | null }): string[] {
  if (totals.people === 0) return ["Nobody is in this course whose dates would follow it."];
  if (totals.touched === 0)
    return [
      `Nothing changes for the ${people(totals.people)} who are in ${version === null ? "a course" : "it"}.`,
    ];
  const lines: [number, string][] = [
    [totals.loses, "Something that is open now can no longer be opened"],
    [totals.gains, "Something that is shut now opens at once"],
    [totals.later, "An opening moves later, or loses its date"],
    [totals.earlier, "An opening moves earlier, or gets a date"],
    [totals.endsEarlier, "Access ends earlier"],
    [totals.endsLater, "Access ends later"],
  ];
  return [
    `${people(totals.touched)} of ${totals.people} ${totals.touched === 1 ? "is" : "are"} touched.`,
    ...lines.filter(([count]) => count > 0).map(([count, what]) => `${what}: ${people(count)}.`),
  ];
}

/** What happens to one person, each a phrase. */
export function sayPerson(person: PersonRipple, titleOf: TitleOf): string[] {
  const zone = zoneOf(person.clock);
  const speaker = { zone, titleOf, person: "they" as const };
  const names = (ids: readonly string[], most = 3) => {
    const shown = ids.slice(0, most).map((id) => quoted(titleOf(id)));
    return ids.length > most ? `${shown.join(", ")} and ${ids.length - most} more` : listed(shown);
  };
  const opening = (text: string | null) =>
    text === null ? "no date" : sayWrittenInstant(text, zone);
  const end = (text: string | null) => (text === null ? "no end" : sayWrittenEnd(text, speaker));
  // What moves from one date to another together is said once: a module and its lessons, as a rule.
  const together = new Map<
    string,
    { before: string | null; after: string | null; ids: string[] }
  >();
  for (const { item, what, before, after } of person.moves) {
    if (what !== "opens") continue;
    const key = `${before} ${after}`;
    const known = together.get(key);
    if (known) known.ids.push(item);
    else together.set(key, { before, after, ids: [item] });
  }
  const moved = [...together.values()];
  const more = moved.slice(3).reduce((sum, { ids }) => sum + ids.length, 0);
  return [
    ...(person.loses.length > 0
      ? [`loses ${names(person.loses)}, which ${person.loses.length === 1 ? "is" : "are"} open now`]
      : []),
    ...(person.gains.length > 0 ? [`gains ${names(person.gains)} at once`] : []),
    ...moved
      .slice(0, 3)
      .map(
        ({ ids, before, after }) =>
          `${names(ids, 1)}: ${opening(before)} becomes ${opening(after)}`,
      ),
    ...(more > 0
      ? [more === 1 ? "and one more opening moves" : `and ${more} more openings move`]
      : []),
    ...(person.goes.length > 0
      ? [`${names(person.goes)} ${person.goes.length === 1 ? "goes" : "go"}`]
      : []),
    ...(person.appears.length > 0
      ? [`${names(person.appears)} ${person.appears.length === 1 ? "is" : "are"} new`]
      : []),
    ...(person.end
      ? [`access until ${end(person.end.before)} becomes ${end(person.end.after)}`]
      : []),
  ];
}

/** How far something moves. */
function sayShift(before: string | null, after: string | null): string {
  if (before === null) return "get a date";
  if (after === null) return "lose their date";
  return sayLater(Date.parse(after) - Date.parse(before));
}

/** What people who are touched alike have in common: the same items move by the same time. */
export function sayGroups({ groups }: Pick<RippleAnswer, "groups">, titleOf: TitleOf): string[] {
  // What differs in nothing that is said is one group to whoever reads.
  const together = new Map<string, number>();
  for (const { people: count, example } of groups) {
    const said = sayShifts(example, titleOf);
    together.set(said, (together.get(said) ?? 0) + count);
  }
  return [...together]
    .sort(([, a], [, b]) => b - a)
    .map(([said, count]) => `${people(count)}: ${said}`);
}

function sayShifts(example: PersonRipple, titleOf: TitleOf): string {
  const shifts = new Map<string, string[]>();
  for (const { item, what, before, after } of example.moves) {
    if (what !== "opens") continue;
    const shift = sayShift(before, after);
    shifts.set(shift, [...(shifts.get(shift) ?? []), item]);
  }
  const parts = [...shifts].map(([shift, ids]) => {
    const more = ids.length > 1 ? ` and ${ids.length - 1} more` : "";
    return `${quoted(titleOf(ids[0] as string))}${more}: ${shift}`;
  });
  const { end, goes, appears, loses, gains } = example;
  if (loses.length > 0) parts.push(`${loses.length} of what is open now lost`);
  if (gains.length > 0) parts.push(`${gains.length} opened at once`);
  if (goes.length > 0) parts.push(`${goes.length} gone`);
  if (appears.length > 0) parts.push(`${appears.length} new`);
  if (end)
    parts.push(
      end.after === null
        ? "access without an end"
        : end.before === null
          ? "access with an end"
          : `access ends ${sayShift(end.before, end.after)}`,
    );
  return parts.length === 0 ? "dates of closing or dues" : parts.join("; ");
}
