/** The choices of a field as lines of text, one each, as they are written and pasted. */
import type { FieldChoice } from "@dawngate/core/people";

/** The choices that are offered, a line each. */
export const linesOf = (choices: readonly FieldChoice[]): string =>
  choices
    .filter(({ ended }) => !ended)
    .map(({ text }) => text)
    .join("\n");

/**
 * The choices that lines make of those there were. A line that stood there stays the choice it was, wherever it stands
 * now; one that was written otherwise at its place is the same choice by another name; one that is gone is offered no
 * more, and stays where it was chosen. `newId`: names a choice more.
 */
export function choicesOf(
  text: string,
  before: readonly FieldChoice[],
  newId: () => string,
): FieldChoice[] {
  const lines = [...new Set(text.split("\n").map((line) => line.trim()))].filter(Boolean);
  const offered = before.filter(({ ended }) => !ended);
  const kept = new Map(
    lines.flatMap((line) => {
      // What was put out of use and is written again is the same choice.
      const known =
        offered.find((one) => one.text === line) ?? before.find((one) => one.text === line);
      return known ? [[line, known]] : [];
    }),
  );
  const taken = new Set([...kept.values()].map(({ id }) => id));
  const now = lines.map((line, at): FieldChoice => {
    const known = kept.get(line);
    if (known) return { ...known, ended: false };
    const there = offered[at];
    const renamed = there && !taken.has(there.id) ? there : undefined;
    if (renamed) taken.add(renamed.id);
    return { id: renamed?.id ?? newId(), text: line, ended: false };
  });
  const gone = before.filter(({ id }) => !now.some((one) => one.id === id));
  return [...now, ...gone.map((one) => ({ ...one, ended: true }))];
}
