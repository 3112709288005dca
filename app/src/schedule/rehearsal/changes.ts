/** The instants at which something changes for somebody: what opens, shuts, or is due. */
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { formatInstant, type Instant, parseInstant } from "@dawngate/core/time";

/** All of them in order, each once. */
export function changesOf({ access, items }: TimelineAnswer): Instant[] {
  const found = new Set<Instant>();
  const add = (text: string | null) => {
    const read = text === null ? null : parseInstant(text);
    if (read?.ok) found.add(read.value);
  };
  add(access.from);
  add(access.until);
  for (const { opens, closes, due } of items) for (const text of [opens, closes, due]) add(text);
  return [...found].sort((a, b) => a - b);
}

/** The next change after an instant, or the last before it; null: there is none. */
export function changeFrom(timeline: TimelineAnswer, at: Instant, way: 1 | -1): Instant | null {
  const changes = changesOf(timeline);
  return (
    (way === 1
      ? changes.find((instant) => instant > at)
      : changes.findLast((instant) => instant < at)) ?? null
  );
}

/** What changes at an instant, by item: "opens", "closes", "is due". */
export function whatChanges(
  { items }: TimelineAnswer,
  at: Instant,
): { item: string; change: "opens" | "closes" | "is due" }[] {
  const text = formatInstant(at);
  return items.flatMap(({ id, opens, closes, due }) => [
    ...(opens === text ? [{ item: id, change: "opens" as const }] : []),
    ...(closes === text ? [{ item: id, change: "closes" as const }] : []),
    ...(due === text ? [{ item: id, change: "is due" as const }] : []),
  ]);
}
