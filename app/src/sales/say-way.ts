/** A way to pay in words. */
import type { Offered } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayOffset } from "@dawngate/core/schedule/words";

type Way = Pick<Offered["ways"][number], "kind" | "count" | "every" | "trial">;

/** "Once", "3 parts", "Every month", "Free". */
export function sayWay({ kind, count, every }: Way): string {
  switch (kind) {
    case "free":
      return "Free";
    case "once":
      return "Once";
    case "installments":
      return `${count} parts`;
    case "subscription":
      return `Every ${perStep(every)}`;
  }
}

/** "month" of "P1M", "3 months" of "P3M". */
export const perStep = (every: string | null) => sayOffset(every ?? "P1M").replace(/^1 /, "");

/** "€201.00 in 3 parts, one every month". */
export function sayWayAtLength(
  way: Way & { amount: number; deposit?: number | null },
  currency: string,
): string {
  const money = sayMoney(way.amount, currency);
  switch (way.kind) {
    case "free":
      return "Free";
    case "once":
      return `${money}, once`;
    case "installments":
      return `${money} in ${way.count} parts, one every ${perStep(way.every)}${
        way.deposit ? `, after ${sayMoney(way.deposit, currency)} at the purchase` : ""
      }`;
    case "subscription":
      return `${money} every ${perStep(way.every)}${
        way.trial ? `, the first ${sayOffset(way.trial)} free` : ""
      }`;
  }
}
