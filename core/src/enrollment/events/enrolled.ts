/** The first of all events: somebody came into the course. */
import { eventKind } from "./kind";

export const enrolled = eventKind({ type: "enrolled", said: "Enrolled", setsUp: true });
