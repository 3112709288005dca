/** A choice in words, with what it stands below. */
import type { FieldChoice } from "./field";

/** Stands between the names on a way from the top: "Portugal › Porto". */
export const BETWEEN = " › ";

/**
 * A choice in words, with what it stands below; its identifier where there is none of it. `deep`: what contains itself ends.
 *
 * @example sayChoice([{ id: "pt", text: "Portugal" }, { id: "o", text: "Porto", within: "pt" }], "o") // "Portugal › Porto"
 */
export function sayChoice(
  choices: readonly Pick<FieldChoice, "id" | "text" | "within">[],
  id: string,
  deep = 6,
): string {
  const one = choices.find((choice) => choice.id === id);
  if (!one) return id;
  const above = deep > 1 && one.within && choices.some((choice) => choice.id === one.within);
  return above ? sayChoice(choices, one.within as string, deep - 1) + BETWEEN + one.text : one.text;
}
