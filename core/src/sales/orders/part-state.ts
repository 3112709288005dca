/** In which state a part of an order is, and which states wait for money: without what works them out, for the application. */

export type PartState =
  | "refunded"
  | "refunded-in-part"
  | "paid"
  | "written-off"
  | "dropped"
  | "ahead"
  | "overdue"
  | "failed"
  | "due";

/** It is due, and not paid. */
export const isOpen = (state: PartState): boolean =>
  state === "due" || state === "failed" || state === "overdue";

/** It is not paid, and is to be: now, or on its day. */
export const isToCome = (state: PartState): boolean => state === "ahead" || isOpen(state);
