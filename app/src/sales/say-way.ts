/** A way to pay in words. */
import type { Offered } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { perStep } from "@dawngate/core/sales/step-words";
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

export { perStep };

/** A way, with what is asked by it. */
export type WayAtLength = Way & { amount: number; deposit?: number | null };

/** A word or two of a way's sentence; `terms`: it is one of its terms, that one could press to change it. */
export interface Said {
  text: string;
  terms: boolean;
}

/** "€201.00 in 3 parts, one every month", in its pieces. */
export function wayParts(way: WayAtLength, currency: string): Said[] {
  const said = (text: string): Said => ({ text, terms: true });
  const between = (text: string): Said => ({ text, terms: false });
  const money = (amount: number) => said(sayMoney(amount, currency));
  switch (way.kind) {
    case "free":
      return [said("Free")];
    case "once":
      return [money(way.amount), between(", once")];
    case "installments":
      return [
        money(way.amount),
        between("in"),
        said(`${way.count} parts`),
        between(", one"),
        said(`every ${perStep(way.every)}`),
        ...(way.deposit
          ? [between(", after"), money(way.deposit), between("at the purchase")]
          : []),
      ];
    case "subscription":
      return [
        money(way.amount),
        said(`every ${perStep(way.every)}`),
        ...(way.trial ? [between(", the first"), said(sayOffset(way.trial)), between("free")] : []),
      ];
  }
}

/** The same in one. */
export const sayWayAtLength = (way: WayAtLength, currency: string): string =>
  wayParts(way, currency)
    .map(({ text }) => text)
    .join(" ")
    .replaceAll(" ,", ",");
