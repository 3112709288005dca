/** What the parts of a quiz ask. */
interface Asking<Part extends { ask: readonly unknown[] }> {
  parts: readonly Part[];
  /** Questions that are left out of the count. */
  uncounted?: readonly string[] | undefined;
}

/** The parts without the questions that are left out of the count. */
export function countedParts<Part extends { ask: readonly unknown[] }>({
  parts,
  uncounted = [],
}: Asking<Part>): Part[] {
  const out: ReadonlySet<unknown> = new Set(uncounted);
  return parts.map((part) => ({ ...part, ask: part.ask.filter((one) => !out.has(one)) }));
}

/** How many questions a paper asks: those asked by name, and as many as are drawn. */
export const countAsks = (quiz: Asking<{ ask: readonly unknown[] }>): number =>
  countedParts(quiz)
    .flatMap(({ ask }) => ask as readonly (string | { draw: number })[])
    .reduce<number>((sum, one) => sum + (typeof one === "string" ? 1 : one.draw), 0);
