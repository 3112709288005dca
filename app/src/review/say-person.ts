/** What a change does to one person, in phrases. */
import type { PersonRipple } from "@dawngate/contract/review";
import { listed, quoted, sayWrittenEnd, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";

/** So many of the dates they were told are named. */
const TOLD = 2;

/** The dates they were told that do not hold any more, said once for all that were told for the same. */
function sayTold(
  told: PersonRipple["told"],
  {
    opening,
    end,
    names,
  }: {
    opening(text: string): string | null;
    end(text: string): string;
    names(ids: readonly string[], most: number): string;
  },
): string[] {
  const together = new Map<string, string[]>();
  for (const { item, instant } of told)
    if (item !== null) together.set(instant, [...(together.get(instant) ?? []), item]);
  const said = [
    ...[...together].map(([instant, ids]) => `${names([...new Set(ids)], 1)}, ${opening(instant)}`),
    ...told.flatMap(({ item, instant }) => (item === null ? [`access until ${end(instant)}`] : [])),
  ];
  const more = said.length > TOLD ? `, and ${said.length - TOLD} more` : "";
  return said.length === 0 ? [] : [`were told: ${said.slice(0, TOLD).join("; ")}${more}`];
}

export type TitleOf = (id: string) => string;

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
    ...sayTold(person.told, { opening, end, names }),
  ];
}
