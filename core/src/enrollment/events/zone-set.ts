/** Another time zone of their own: what is to come follows it (calculations.md, 4). */
import { eventKind } from "./kind";

export const zoneSet = eventKind({
  type: "zone-set",
  said: "Time zone changed",
  setsUp: true,
});
