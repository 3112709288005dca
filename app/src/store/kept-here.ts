/** What is kept in this browser under a name of ours, until the server has it. A browser may keep nothing: then it is sent all the same. */

/** What is kept under a name; null: nothing, or something that is not ours. */
export function readHere(name: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(name) ?? "null") as unknown;
  } catch {
    return null;
  }
}

/** Keeps something under a name; null: nothing any more. */
export function keepHere(name: string, value: unknown): void {
  try {
    if (value === null) localStorage.removeItem(name);
    else localStorage.setItem(name, JSON.stringify(value));
  } catch {
    // Full, or forbidden.
  }
}

/** What follows the beginning of a name, of all that is kept under names that begin so. */
export function namesHere(begins: string): string[] {
  try {
    return Object.keys(localStorage).flatMap((name) =>
      name.startsWith(begins) ? [name.slice(begins.length)] : [],
    );
  } catch {
    return [];
  }
}
