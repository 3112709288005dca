/** Choices that stand below others: a country, its towns, their bakeries; whoever is in a town is in its country. */
import type { FieldChoice } from "./field";
import { BETWEEN, sayChoice } from "./say-choice";

type Choice = Pick<FieldChoice, "id" | "text" | "within">;

/** So deep a tree is at the most. */
export const DEEPEST = 6;

/** Choices by identifier, found once for each list of them. */
const known = new WeakMap<readonly Choice[], Map<string, Choice>>();

function indexOf<C extends Choice>(choices: readonly C[]): Map<string, C> {
  const found = known.get(choices) ?? new Map(choices.map((one) => [one.id, one]));
  known.set(choices, found);
  return found as Map<string, C>;
}

/** A choice and what it stands below, from the top; none twice, also where a tree would contain itself. */
export function wayTo<C extends Choice>(choices: readonly C[], id: string): C[] {
  const byId = indexOf(choices);
  const way: C[] = [];
  for (let at = byId.get(id); at && !way.includes(at); at = byId.get(at.within ?? ""))
    way.unshift(at);
  return way;
}

/** A choice and all that stand below it: whoever is one of these is it too. */
export const belowOf = (choices: readonly Choice[], id: string): string[] => [
  id,
  ...choices.flatMap((one) =>
    one.id !== id && wayTo(choices, one.id).some((above) => above.id === id) ? [one.id] : [],
  ),
];

/** How many stand above it. */
export const depthOf = (choices: readonly Choice[], id: string): number =>
  Math.max(0, wayTo(choices, id).length - 1);

/** Each choice with those that stand below it after it, in the order in which they were given. */
export function inTree<C extends Choice>(choices: readonly C[]): C[] {
  const byId = indexOf(choices);
  const below = new Map<string | null, C[]>();
  for (const one of choices) {
    const above = one.within != null && byId.has(one.within) ? one.within : null;
    const siblings = below.get(above);
    if (siblings) siblings.push(one);
    else below.set(above, [one]);
  }
  const sorted = new Set<C>();
  const walk = (of: string | null) => {
    for (const one of below.get(of) ?? []) {
      sorted.add(one);
      walk(one.id);
    }
  };
  walk(null);
  // What contains itself hangs on nothing.
  return [...sorted, ...choices.filter((one) => !sorted.has(one))];
}

/** By which names are told apart: letters' size and runs of spaces do not matter. */
export const foldedName = (text: string) =>
  text.normalize("NFKC").toLowerCase().replace(/\s+/gu, " ").trim();

/** What is wrong with a tree, each with the place of the choice it is wrong with. */
export function treeFaults(
  choices: readonly Choice[],
): { at: number; path: "id" | "text" | "within"; reason: string }[] {
  const places = new Map<string, number>();
  const byId = indexOf(choices);
  const siblings = new Set<string>();
  return choices.flatMap((one, at) => {
    const fault = (path: "id" | "text" | "within", reason: string) => [{ at, path, reason }];
    if (places.has(one.id)) return fault("id", "Another choice has this identifier");
    places.set(one.id, at);
    const above = one.within ?? null;
    if (above !== null && !byId.has(above))
      return fault("within", "There is no such choice above it");
    const way = wayTo(choices, one.id);
    if (way[0]?.within != null) return fault("within", "It would stand below itself");
    if (way.length > DEEPEST)
      return fault("within", `At most ${DEEPEST} stand one below the other`);
    const name = `${above} ${foldedName(one.text)}`;
    if (siblings.has(name)) return fault("text", "This choice stands there already");
    siblings.add(name);
    return [];
  });
}

/** What each name, and each way from the top, stands for: found once for each list of choices, which files ask row by row. */
const called = new WeakMap<readonly Choice[], Map<string, Choice[]>>();

function calledIn<C extends Choice>(choices: readonly C[]): Map<string, C[]> {
  const found = called.get(choices) as Map<string, C[]> | undefined;
  if (found) return found;
  const made = new Map<string, C[]>();
  const put = (key: string, one: C) => made.set(key, [...(made.get(key) ?? []), one]);
  for (const one of choices) {
    put(`name ${foldedName(one.text)}`, one);
    put(`way ${foldedName(sayChoice(choices, one.id))}`, one);
  }
  called.set(choices, made);
  return made;
}

/**
 * Which choice somebody means who writes its name, or its way from the top (with › or >); those that are offered come
 * before those that are not. `several`: more than one is called so.
 */
export function choiceCalled<C extends Choice & Pick<FieldChoice, "ended">>(
  choices: readonly C[],
  said: string,
): C | "several" | null {
  const way = foldedName(said.replaceAll(/\s*[›>]\s*/g, BETWEEN));
  const known = calledIn(choices);
  const [whole = [], named = []] = [known.get(`way ${way}`), known.get(`name ${foldedName(said)}`)];
  for (const isIn of [({ ended }: C) => !ended, () => true]) {
    const one = whole.find(isIn);
    if (one) return one;
    const some = named.filter(isIn);
    if (some.length > 1) return "several";
    if (some[0]) return some[0];
  }
  return null;
}
