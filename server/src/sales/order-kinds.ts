/** What kinds of orders there are. */
import type { OrderRow } from "./order-store";

/** Its seats are given to others; else its buyer is in. */
export const isGivenOut = ({ seats, gift }: Pick<OrderRow, "seats" | "gift">) =>
  seats > 1 || gift !== null;
