/** What a change does to people, in sentences. */
import type { PersonRipple, RippleAnswer } from "@dawngate/contract/review";
import { quoted, sayLater } from "@dawngate/core/schedule/words";
import type { TitleOf } from "./say-person";

const people = (count: number) => (count === 1 ? "1 person" : `${count} people`);

/** The totals, the heaviest first; one sentence where nobody is touched. */
export function sayTotals({
  totals,
  told,
  mailed,
  version = 0,
}: Pick<RippleAnswer, "totals" | "told" | "mailed"> & { version?: number | null }): string[] {
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
    [told, "They were told a date that it makes wrong"],
    [mailed, "Mailed at once that something has opened, at most"],
  ];
  return [
    `${people(totals.touched)} of ${totals.people} ${totals.touched === 1 ? "is" : "are"} touched.`,
    ...lines.filter(([count]) => count > 0).map(([count, what]) => `${what}: ${people(count)}.`),
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
