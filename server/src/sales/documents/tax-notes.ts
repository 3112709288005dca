/** What has to be said of the tax on a receipt, an invoice or a credit note (2006/112/EC art. 226(11a), from memory). */
import type { OrderTax } from "@dawngate/contract/sales";

export function taxNotes({ treatment, country, rate, buyer }: OrderTax): string[] {
  switch (treatment) {
    case "reverse-charge":
      return [
        `Reverse charge: the tax is owed by the buyer (2006/112/EC art. 196). Tax number ${buyer.country} ${buyer.number}.`,
      ];
    case "outside":
      return [`No tax: supplied to ${buyer.country}, outside of the European Union.`];
    default:
      return [`Tax of ${country}, ${rate / 100} %.`];
  }
}
