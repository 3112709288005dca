/** Who sells, who buys, and what a price is made of, as they stand on receipts, invoices, credit notes and payment requests. */
import { type Invoicing, USUAL_INVOICING } from "@dawngate/contract/sales";
import { countsInTotal, sayLine } from "@dawngate/core/sales";
import type { DocumentContent } from "../../db/tables/sales";
import type { BuyerWords } from "../buyer-words";
import type { OrderRow } from "../order-store";
import type { Printed } from "./print";

type Parties = Pick<DocumentContent, "seller" | "buyer">;
interface School {
  name: string;
  contact: string;
  invoicing: Invoicing | null;
}

/** What a school says of itself on them, with what is usual for what it does not say. */
export const invoicingOf = ({ invoicing }: Pick<School, "invoicing">): Invoicing => ({
  ...USUAL_INVOICING,
  ...invoicing,
});

/** As both are at this moment. */
export function partiesOf({ name, email, billing, tax }: OrderRow, school: School): Parties {
  const { address, taxNumber, name: own } = invoicingOf(school);
  return {
    seller: { name: own || school.name, address, taxNumber, contact: school.contact },
    buyer: {
      name,
      email,
      company: billing?.company ?? null,
      address: billing?.address ?? "",
      reference: billing?.reference ?? "",
      taxNumber: tax?.buyer.number ? `${tax.buyer.country} ${tax.buyer.number}` : null,
    },
  };
}

/** What a price is made of, as rows on paper. */
export const quoteOnPaper = (
  { quote }: Pick<OrderRow, "quote">,
  { sales, money }: Pick<BuyerWords, "sales" | "money">,
): Printed["lines"] =>
  quote.lines.filter(countsInTotal).map((line) => ({
    says: sayLine(line, null, sales.lines),
    amount: money(line.amount),
  }));

/** Both in lines, and the buyer's own reference, where they have one. */
export function printParties(
  { seller, buyer }: Parties,
  { sales: { paper } }: Pick<BuyerWords, "sales">,
): Pick<Printed, "school" | "for" | "buyer"> & { reference: string[] } {
  return {
    school: {
      name: seller.name,
      lines: [
        ...seller.address.split("\n"),
        seller.taxNumber === "" ? "" : paper.taxNumber(seller.taxNumber),
        seller.contact,
      ].filter(Boolean),
    },
    for: paper.buyer,
    buyer: [
      buyer.company ?? buyer.name,
      ...buyer.address.split("\n"),
      buyer.taxNumber === null ? "" : paper.taxNumber(buyer.taxNumber),
      ...(buyer.company === null ? [] : [buyer.name]),
      buyer.email,
    ].filter(Boolean),
    reference: buyer.reference === "" ? [] : [paper.reference(buyer.reference)],
  };
}
