/** What has to be said of the tax on a receipt, an invoice or a credit note (2006/112/EC art. 226(11a), from memory). */
import type { OrderTax } from "@dawngate/contract/sales";
import type { BuyerWords } from "../buyer-words";

export function taxNotes(
  { treatment, country, rate, buyer }: OrderTax,
  { sales: { paper }, rate: sayRate }: Pick<BuyerWords, "sales" | "rate">,
): string[] {
  switch (treatment) {
    case "reverse-charge":
      return [paper.reverseCharge(`${buyer.country} ${buyer.number}`)];
    case "outside":
      return [paper.outside(`${buyer.country}`)];
    default:
      return [paper.taxOf(country, sayRate(rate))];
  }
}
