/** What the parts of a quiz ask. */
interface Asking {
  parts: readonly { ask: readonly unknown[] }[];
}

/** How many questions a paper asks: those asked by name, and as many as are drawn. */
export const countAsks = ({ parts }: Asking): number =>
  parts
    .flatMap(({ ask }) => ask as readonly (string | { draw: number })[])
    .reduce<number>((sum, one) => sum + (typeof one === "string" ? 1 : one.draw), 0);
