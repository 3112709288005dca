/** A later part of the order was paid. */
import { eventKind } from "./kind";

export const partPaid = eventKind({ type: "part-paid", said: "A further payment" });
