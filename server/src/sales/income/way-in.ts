/** How an order came about, by which income is parted: by whose link, and whether somebody stayed longer by it. */
import { type Order, partnerShareAt } from "@dawngate/core/sales/orders";
import type { Instant } from "@dawngate/core/time";
import { z } from "zod";
import type { OrderRow } from "../order-store";

const wayIn = z.tuple([z.string().nullable(), z.boolean()]);

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

/** As the mark of a row of income; and read from one. */
export const writeWayIn = ({ partner, renewed }: WayIn): string =>
  JSON.stringify([partner, renewed]);
export function readWayIn(mark = "[null,false]"): WayIn {
  const [partner, renewed] = wayIn.parse(JSON.parse(mark));
  return { partner, renewed };
}
