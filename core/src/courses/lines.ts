/** Lists that are kept as text. */

/** The lines of a list as its author typed it: bullets and empty lines aside. */
export function linesOf(list: string | undefined): string[] {
  return (list ?? "")
    .split(/\r\n|\n|\r/)
    .map((line) => line.replace(/^\s*(?:[-*•]\s+)?/, "").trim())
    .filter((line) => line !== "");
}
