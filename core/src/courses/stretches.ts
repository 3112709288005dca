/** A list in stretches of those that follow each other and have the same name. */
export function stretchesBy<T>(
  list: readonly T[],
  nameOf: (one: T) => string | null,
): { name: string | null; all: T[] }[] {
  const stretches: { name: string | null; all: T[] }[] = [];
  for (const one of list) {
    const name = nameOf(one);
    const last = stretches.at(-1);
    if (last?.name === name) last.all.push(one);
    else stretches.push({ name, all: [one] });
  }
  return stretches;
}
