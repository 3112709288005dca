/** The keys that mean something in a title of the outline. */
import type { Stroke } from "./typing";

interface Key {
  key: string;
  shiftKey: boolean;
  altKey: boolean;
  ctrlKey: boolean;
  metaKey: boolean;
}

/** After Escape the next Tab leaves the outline, as it does anywhere else: nobody is trapped. */
let letGo = false;

/** What a key asks for; null: it is the field's own. */
export function strokeOf(
  { key, shiftKey, altKey, ctrlKey, metaKey }: Key,
  empty: boolean,
  marks: boolean,
): Stroke | null {
  if (key !== "Tab" && key !== "Shift") letGo = key === "Escape";
  if (ctrlKey || metaKey) return null;
  switch (key) {
    case "Enter":
      return shiftKey || altKey ? null : "enter";
    case "Tab":
      if (letGo || altKey) return null;
      return shiftKey ? "shift-tab" : "tab";
    case "ArrowUp":
      return altKey ? "move-up" : shiftKey ? "mark-up" : "up";
    case "ArrowDown":
      return altKey ? "move-down" : shiftKey ? "mark-down" : "down";
    case "Backspace":
      return marks ? "delete-rows" : empty ? "backspace" : null;
    case "Delete":
      return marks ? "delete-rows" : null;
    case "Escape":
      return "escape";
    default:
      return null;
  }
}

/** The list of keys, for whoever asks. */
export const KEYS: readonly (readonly [string, string])[] = [
  ["Enter", "a new line below; in the middle of a title, the rest goes with it"],
  ["Tab", "a module becomes a lesson of the one above"],
  ["Shift Tab", "a lesson becomes a module, with the lessons below it"],
  ["Up, Down", "to the title above or below"],
  ["Alt Up, Alt Down", "moves the row, or all that is marked"],
  ["Shift Up, Shift Down", "marks rows; so does pressing their number"],
  ["Backspace", "takes away an empty line, or all that is marked"],
  [
    "Ctrl X, C, V",
    "cuts, copies and pastes marked rows, also into another course; lines from anywhere become rows",
  ],
  ["Ctrl Z, Ctrl Shift Z", "takes back, and plays again"],
  ["Escape", "unmarks; then Tab goes on to the next control"],
];
