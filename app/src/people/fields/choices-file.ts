/** The choices of a field as a table: a column for each step of the way from the top, as it can be pasted back. */
import type { FieldChoice } from "@dawngate/core/people";
import { depthOf, inTree, wayTo } from "@dawngate/core/people/choice-tree";
import { unparse } from "papaparse";

/** As CSV (RFC 4180), those that are offered; what would be a formula in a spreadsheet is made harmless. */
export function choicesAsCsv(choices: readonly FieldChoice[]): string {
  const offered = inTree(choices).filter(({ ended }) => !ended);
  const deep = Math.max(0, ...offered.map(({ id }) => depthOf(choices, id))) + 1;
  const steps = Array.from({ length: deep }, (_, i) => i);
  return unparse(
    {
      fields: steps.map((i) => (i === 0 ? "Choice" : `Below it, ${i}`)),
      data: offered.map(({ id }) => {
        const way = wayTo(choices, id);
        return steps.map((i) => way[i]?.text ?? "");
      }),
    },
    { escapeFormulae: true, newline: "\r\n" },
  );
}
