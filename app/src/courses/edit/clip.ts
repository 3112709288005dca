/** Rows that were copied or cut, kept in the browser so that another course's editor can paste them. */
import type { Clip } from "@dawngate/core/courses";

const NAME = "dawngate-clip";

export interface Kept {
  clip: Clip;
  cut: boolean;
  /** What was put on the clipboard with it: whoever pastes something else means that. */
  text: string;
}

export function keepClip(kept: Kept): void {
  try {
    localStorage.setItem(NAME, JSON.stringify(kept));
  } catch {
    // Full, or forbidden: the text on the clipboard still holds the titles.
  }
}

/** What was copied last, if this text is of it. */
export function clipOfText(text: string): Kept | null {
  try {
    const found = JSON.parse(localStorage.getItem(NAME) ?? "null") as Kept | null;
    return found?.text.trim() === text.replaceAll("\r\n", "\n").trim() ? found : null;
  } catch {
    return null;
  }
}
