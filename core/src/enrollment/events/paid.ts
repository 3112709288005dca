/** A payment that access waited for has come. */
import { eventKind } from "./kind";

export const paid = eventKind({ type: "paid", said: "Paid", setsUp: true });
