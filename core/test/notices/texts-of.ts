/** Every text of a language's file, by where it stands, with these put in. */
export function textsOf(
  texts: object,
  given: readonly (string | number)[],
  at = "",
): [string, string][] {
  return Object.entries(texts).flatMap(([key, one]): [string, string][] =>
    typeof one === "string"
      ? [[`${at}${key}`, one]]
      : typeof one === "function"
        ? [[`${at}${key}`, one(...given)]]
        : textsOf(one, given, `${at}${key}.`),
  );
}

/**
 * Each text is there, is no other than in English for want of being written, and holds what is put in where the English
 * one does. Answers what is amiss.
 */
export function amissIn(
  texts: object,
  english: object,
  given: readonly (string | number)[],
): string[] {
  const ours = new Map(textsOf(english, given));
  const said = textsOf(texts, given);
  const places = said.map(([at]) => at);
  return [
    ...[...ours.keys()].filter((at) => !places.includes(at)).map((at) => `${at} is missing`),
    ...said.flatMap(([at, text]) => {
      const own = ours.get(at);
      if (own === undefined) return [`${at} is nowhere in English`];
      if (text.trim() === "") return [`${at} is empty`];
      if (text === own) return [`${at} is the English text`];
      return given
        .filter((one) => text.includes(String(one)) !== own.includes(String(one)))
        .map((one) => `${at} and ${one}`);
    }),
  ];
}
