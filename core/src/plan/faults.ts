/** Faults of a plan: where, and why. */

export interface Fault {
  /** Where in the document, as `courses[0].modules[1].gate`; `(plan)` for the document as a whole. */
  path: string;
  /** What is wrong and how to mend it, in one sentence. */
  reason: string;
}

/** A path as people write it: `courses[0].modules[1]`. Names that are not plain words stand in brackets. */
export function formatPath(path: readonly PropertyKey[]): string {
  let text = "";
  for (const part of path) {
    if (typeof part === "number") text += `[${part}]`;
    else if (/^[A-Za-z_$][\w$]*$/.test(String(part)))
      text += text === "" ? String(part) : `.${String(part)}`;
    else text += `[${JSON.stringify(String(part)).slice(0, 80)}]`;
  }
  return text === "" ? "(plan)" : text;
}
