/** The choices of a field as lines of text, as they are written and pasted: what stands further in stands below. */
import type { FieldChoice } from "@dawngate/core/people";
import { belowOf, depthOf, foldedName, inTree, wayTo } from "@dawngate/core/people/choice-tree";

/** So far each choice stands in for each that it stands below. */
const IN = "    ";

/** The choices that are offered, a line each. */
export const linesOf = (choices: readonly FieldChoice[]): string =>
  inTree(choices)
    .filter(({ ended }) => !ended)
    .map(({ id, text }) => `${IN.repeat(depthOf(choices, id))}${text}`)
    .join("\n");

/** The choices once one has become another: what stood below it stands below that. */
export const withMerged = (
  choices: readonly FieldChoice[],
  { from, into }: { from: string; into: string },
): FieldChoice[] => {
  const above = choices.find(({ id }) => id === from)?.within ?? null;
  const isBelow = belowOf(choices, from).includes(into);
  return choices
    .filter(({ id }) => id !== from)
    .map((one) => {
      // Into what stood below it itself: that takes its place.
      if (one.id === into && isBelow) return { ...one, within: above };
      return one.within === from ? { ...one, within: into } : one;
    });
};

/** A line as it is meant: a name, and the line it stands below; -1: none. */
interface Line {
  text: string;
  above: number;
}

/**
 * What lines say. Further in than the line before means below it; `Portugal › Porto`, or columns of a table with tabs
 * between, is a way from the top, of which what is there already is not made twice.
 */
function readLines(text: string): Line[] {
  const lines: Line[] = [];
  const places = new Map<string, number>();
  const put = (text: string, above: number): number => {
    const key = `${above} ${foldedName(text)}`;
    const at = places.get(key) ?? lines.push({ text, above }) - 1;
    places.set(key, at);
    return at;
  };
  /** Those a next line can stand below: how far in, and which. */
  let open: { far: number; at: number }[] = [];
  for (const line of text.split("\n")) {
    const names = line.split(/[›\t]/).map((one) => one.trim());
    const inside = /^[\t ]*/.exec(line)?.[0] ?? "";
    const far = inside.replaceAll("\t", IN).length;
    const own = names.filter(Boolean);
    if (own.length === 0) continue;
    open = open.filter((one) => one.far < far);
    let at = open.at(-1)?.at ?? -1;
    for (const name of own) at = put(name, at);
    open.push({ far, at });
  }
  return lines;
}

/**
 * The choices that lines make of those there were. A line that stood there stays the choice it was, wherever it stands
 * now; one that was written otherwise at its place is the same choice by another name; one that is gone is offered no
 * more, and stays where it was chosen. `newId`: names a choice more; `merged`: became others, and are gone.
 */
export function choicesOf(
  text: string,
  before: readonly FieldChoice[],
  newId: () => string,
  merged: readonly string[] = [],
): FieldChoice[] {
  const lines = readLines(text);
  const left = before.filter(({ id }) => !merged.includes(id));
  const offered = inTree(left).filter(({ ended }) => !ended);
  const taken = new Set<string>();
  const take = (one: FieldChoice | undefined) => {
    if (!one || taken.has(one.id)) return undefined;
    taken.add(one.id);
    return one;
  };
  const wayOf = (at: number): string[] => {
    const line = lines[at];
    return line ? [...wayOf(line.above), foldedName(line.text)] : [];
  };
  const ways = new Map<string, FieldChoice[]>();
  const names = new Map<string, FieldChoice[]>();
  // Those that are offered before those that are not.
  for (const one of [...offered, ...left.filter(({ ended }) => ended)]) {
    const way = JSON.stringify(wayTo(before, one.id).map(({ text }) => foldedName(text)));
    ways.set(way, [...(ways.get(way) ?? []), one]);
    const name = foldedName(one.text);
    names.set(name, [...(names.get(name) ?? []), one]);
  }
  const free = (some: readonly FieldChoice[] = []) => some.find(({ id }) => !taken.has(id));
  const kept: (FieldChoice | undefined)[] = lines.map((_, at) =>
    take(free(ways.get(JSON.stringify(wayOf(at))))),
  );
  lines.forEach((line, at) => {
    kept[at] ??= take(free(names.get(foldedName(line.text))));
  });
  lines.forEach((_, at) => {
    kept[at] ??= take(offered[at]);
  });
  const ids = kept.map((one) => one?.id ?? newId());
  const now = lines.map(
    ({ text: name, above }, at): FieldChoice => ({
      id: ids[at] as string,
      text: name,
      ended: false,
      ...(above >= 0 && { within: ids[above] as string }),
    }),
  );
  const gone = left.filter(({ id }) => !taken.has(id));
  const there = new Set([...now, ...gone].map(({ id }) => id));
  return [
    ...now,
    ...gone.map(({ within, ...one }) => ({
      ...one,
      ended: true,
      ...(within != null && there.has(within) && { within }),
    })),
  ];
}
