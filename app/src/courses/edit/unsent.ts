/** Operations that were not sent yet, kept in the browser over a reload or a closed window. */
import type { Edits, Pending } from "./edits";

interface Unsent {
  clientId: string;
  pending: Pending[];
}

const name = (key: string) => `dawngate-unsent-${key}`;

/** What was left, under the name it was done with; or a new name with nothing left. */
export function readUnsent(key: string): Unsent {
  try {
    const text = localStorage.getItem(name(key));
    const found = text ? (JSON.parse(text) as Unsent) : null;
    if (found && found.pending.length > 0) return found;
  } catch {
    // A browser that keeps nothing, or something that is not ours.
  }
  return { clientId: crypto.randomUUID?.() ?? String(Math.random()).slice(2), pending: [] };
}

/** So many steps can be taken back, and played again, after a reload; and no more than fit. */
const STEPS = 60;
const LETTERS = 400_000;
const stepsName = (key: string) => `dawngate-steps-${key}`;

export type Steps = Pick<Edits, "undo" | "redo">;

/** The steps of this very tab, as it was before it was loaded again. */
export function readSteps(key: string): Steps {
  try {
    const found = JSON.parse(sessionStorage.getItem(stepsName(key)) ?? "null") as Steps | null;
    if (Array.isArray(found?.undo) && Array.isArray(found.redo)) return found;
  } catch {
    // A browser that keeps nothing, or something that is not ours.
  }
  return { undo: [], redo: [] };
}

export function writeSteps(key: string, { undo, redo }: Steps): void {
  try {
    const text = JSON.stringify({ undo: undo.slice(-STEPS), redo: redo.slice(-STEPS) });
    if (text.length <= LETTERS) sessionStorage.setItem(stepsName(key), text);
    else sessionStorage.removeItem(stepsName(key));
  } catch {
    // Full, or forbidden: after a reload there is nothing to take back.
  }
}

export function writeUnsent(key: string, unsent: Unsent): void {
  try {
    if (unsent.pending.length === 0) localStorage.removeItem(name(key));
    else localStorage.setItem(name(key), JSON.stringify(unsent));
  } catch {
    // Full, or forbidden: what is on the screen is still sent.
  }
}
