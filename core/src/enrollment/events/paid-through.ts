/** Paid up to a day. */
import { eventKind } from "./kind";

export const paidThrough = eventKind({
  type: "paid-through",
  said: "Paid through a day",
  setsUp: true,
});
