/** How an order that runs stands, in words: for its buyer, and for those who sell. */
import type { OrderStanding } from "@dawngate/contract/sales";

/** Whether it is paid, in a list. */
export const ORDER_STATES = {
  open: "Not paid yet",
  paid: "Paid",
  lapsed: "Left unpaid",
} as const;

/** How one that runs stands, in a list. */
export const STANDINGS: Record<OrderStanding, string> = {
  refunded: "Given back",
  ended: "Ended",
  disputed: "Disputed",
  suspended: "Unpaid, closed",
  late: "A part is late",
  waiting: "Waits for payment",
  ending: "Cancelled, runs on",
  trial: "Tried free",
  settled: "Paid up",
  running: "Running",
};
