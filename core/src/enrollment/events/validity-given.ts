/** Access of somebody's own length, in place of the course's. */
import { eventKind } from "./kind";

export const validityGiven = eventKind({
  type: "validity-given",
  said: "Given a validity",
  setsUp: true,
});
