/** Something was reported from outside. */
import { eventKind } from "./kind";

export const signal = eventKind({ type: "signal", said: "Reported from outside" });
