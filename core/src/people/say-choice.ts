/** A choice in words, with what it stands below. */
import type { FieldChoice } from "./field";

/** Stands between the names on a way from the top: "Portugal › Porto". */
export const BETWEEN = " › ";

export type Choice = Pick<FieldChoice, "id" | "text" | "within">;

/** Choices by identifier, found once for each list of them. */
const known = new WeakMap<readonly Choice[], Map<string, Choice>>();

export function indexOf<C extends Choice>(choices: readonly C[]): Map<string, C> {
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

/**
 * A choice in words, with what it stands below; its identifier where there is none of it.
 *
 * @example sayChoice([{ id: "pt", text: "Portugal" }, { id: "o", text: "Porto", within: "pt" }], "o") // "Portugal › Porto"
 */
export function sayChoice(choices: readonly Choice[], id: string): string {
  const way = wayTo(choices, id);
  return way.length === 0 ? id : way.map(({ text }) => text).join(BETWEEN);
}
