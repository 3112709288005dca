/** Access goes on for another span. */
import { eventKind } from "./kind";

export const renewed = eventKind({ type: "renewed", said: "Renewed", undo: "the end before" });
