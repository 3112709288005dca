/** Operations that were not sent yet, kept in the browser over a reload or a closed window. */
import type { Pending } from "./edits";

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

export function writeUnsent(key: string, unsent: Unsent): void {
  try {
    if (unsent.pending.length === 0) localStorage.removeItem(name(key));
    else localStorage.setItem(name(key), JSON.stringify(unsent));
  } catch {
    // Full, or forbidden: what is on the screen is still sent.
  }
}
