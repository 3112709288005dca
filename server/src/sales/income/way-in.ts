/** How an order came about, by which income is parted: by whose link, and whether somebody stayed longer by it. */
import { type Order, partnerShareAt } from "@dawngate/core/sales/orders";
import type { Instant } from "@dawngate/core/time";
import type { OrderRow } from "../order-store";

export interface WayIn {
  /** Null: by nobody's link, or by one that counts no more. */
  partner: string | null;
  renewed: boolean;
}

/** `file`: the order as the core reads it. */
export const wayInOf = (
  file: Order,
  { renews }: Pick<OrderRow, "renews">,
  now: Instant,
): WayIn => ({
  partner: file.partners ? (partnerShareAt(file, now)?.id ?? null) : null,
  renewed: renews,
});

/** By which rows of income are put in order. */
export const markOf = ({ partner, renewed }: WayIn): string => JSON.stringify([partner, renewed]);
