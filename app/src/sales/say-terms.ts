/** The terms of a listing in sentences. */
import type { PriceOption } from "@dawngate/core/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import type { Dated } from "./dated-sheet";
import { sayWayAtLength, type WayAtLength } from "./say-way";

/** A way to pay, as its sentence is made from it. */
export const wayOf = (option: PriceOption): WayAtLength => ({
  kind: option.kind,
  amount: "amount" in option ? option.amount : 0,
  count: option.kind === "installments" ? option.count : null,
  deposit: option.kind === "installments" ? option.deposit : null,
  every: "every" in option ? option.every : null,
  trial: option.kind === "subscription" ? option.trial : null,
});

/** A way to pay. */
export const sayOption = (option: PriceOption, currency: string) =>
  sayWayAtLength(wayOf(option), currency);

/** A price for some days. */
export function sayDated(dated: Dated, currency: string): string {
  if (dated.kind === "late")
    return `Late fee of ${sayMoney(dated.add, currency)} from ${sayWrittenDate(dated.from)}`;
  const what =
    dated.amount === undefined ? `${dated.percent} % less` : sayMoney(dated.amount, currency);
  const from = dated.kind === "sale" && dated.from ? ` from ${sayWrittenDate(dated.from)}` : "";
  const through = dated.through ? ` through ${sayWrittenDate(dated.through)}` : "";
  return `${dated.kind === "sale" ? "Sale" : "Early"}: ${what}${from}${through}`;
}
