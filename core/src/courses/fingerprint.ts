/** A course's outline, gates and settings as a short text: two are alike exactly where the courses are. */
import type { PlanCourse } from "../plan";

/** JSON whose members stand in the order of their names: the same for the same course, wherever it comes from. */
function written(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(written).join(",")}]`;
  if (value === null || typeof value !== "object") return JSON.stringify(value) ?? "null";
  const members = Object.entries(value)
    .filter(([, member]) => member !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${members.map(([name, member]) => `${JSON.stringify(name)}:${written(member)}`).join(",")}}`;
}

/** FNV-1a (its published offset basis and prime, 32 bits), from two beginnings. */
function hashOf(text: string, basis: number): number {
  let hash = basis;
  for (let i = 0; i < text.length; i += 1) {
    hash ^= text.charCodeAt(i);
    hash = Math.imul(hash, 0x01000193) >>> 0;
  }
  return hash;
}

/** A short text for a long one, always the same. */
export const shortened = (text: string): string => hexOf(hashOf(text, 0x811c9dc5));

const hexOf = (hash: number) => hash.toString(16).padStart(8, "0");

/** For comparing what one edits with what is published, without having that. */
export function fingerprintOf(course: PlanCourse): string {
  const text = written(course);
  const part = (basis: number) => hexOf(hashOf(text, basis));
  return `${text.length.toString(16)}-${part(0x811c9dc5)}${part(0x01000193)}`;
}
