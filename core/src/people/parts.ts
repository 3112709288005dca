/** An answer part by part, as it is kept and found, and whole again. */
import type { FieldKind, FieldValue } from "./field";

/** What is kept, part by part: each is a line of its own, and found by itself. */
export function partsOf(value: FieldValue | null): string[] {
  if (value === null) return [];
  return Array.isArray(value) ? value : [String(value)];
}

/** What was kept part by part, whole again; null where nothing was. */
export function answerOf(kind: FieldKind, parts: readonly string[]): FieldValue | null {
  const [first] = parts;
  if (first === undefined) return null;
  if (kind === "several") return [...parts];
  return kind === "number" ? Number(first) : first;
}
