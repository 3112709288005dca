/** Somebody has opened their first lesson that is no sample. */
import { eventKind } from "./kind";

export const started = eventKind({
  type: "started",
  said: "Opened the first lesson",
  setsUp: true,
  isTheirOwn: true,
});
