/** A tick taken back by the person. */
import { eventKind } from "./kind";

export const uncompleted = eventKind({
  type: "uncompleted",
  said: "Took a tick back",
  isTheirOwn: true,
});
