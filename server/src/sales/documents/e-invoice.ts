/**
 * An invoice or a credit note as data that a bookkeeping program reads: the core invoice of EN 16931, written as UN/CEFACT's
 * Cross Industry Invoice, which stands within the PDF (Factur-X 1.0; the names of its fields, BT-…, from memory).
 */

import type { OrderTax } from "@dawngate/contract/sales";
import { digitsOf, plainMoney } from "@dawngate/core/sales";
import type { Invoice } from "@e-invoice-eu/core";
import type { Electronic, TaxCategory } from "../../db/tables/sales";

/** One document, with all that its data is made of. */
export interface ElectronicInvoice extends Electronic {
  kind: "invoice" | "credit-note";
  number: string;
  /** Days, of the school's zone: on which it was written, and on which the money came or went. */
  issued: string;
  moved: string;
  currency: string;
  amount: number;
  tax: number;
  /** In basis points. */
  rate: number;
  item: string;
  seller: { name: string; address: string; taxNumber: string; contact: string };
  buyer: {
    name: string;
    company: string | null;
    email: string;
    address: string;
    reference: string;
    taxNumber: string | null;
  };
  /** A credit note's: the invoices it draws on. */
  of: readonly string[];
  notes: readonly string[];
}

/** EN 16931 has two digits behind the point (BR-DEC). */
const MOST_DIGITS = 2;

/**
 * What else is known of one; null: not all that EN 16931 asks for (a seller's country and number, a buyer's country, an
 * amount of two digits).
 */
export function electronicOf(
  tax: OrderTax | null,
  seller: { country: string | null; taxNumber: string },
  about: { tax: number; currency: string; note: string; notes: readonly string[] },
): Omit<Electronic, "period"> | null {
  if (tax === null || seller.country === null || seller.taxNumber === "") return null;
  if (digitsOf(about.currency) > MOST_DIGITS) return null;
  const category = categoryOf(tax, about);
  return {
    category,
    reason: reasonOf(category, about),
    sellerCountry: seller.country,
    buyerCountry: tax.buyer.country,
  };
}

/** What is owed by the buyer, or out of scope, is said as it is on paper; why it is exempt the school says itself. */
function reasonOf(
  category: TaxCategory,
  { note, notes }: { note: string; notes: readonly string[] },
): string | null {
  if (category === "E") return note;
  return category === "AE" || category === "O" ? (notes[0] ?? null) : null;
}

function categoryOf(
  { treatment, rate }: OrderTax,
  { tax, note }: { tax: number; note: string },
): TaxCategory {
  if (treatment === "reverse-charge") return "AE";
  if (treatment === "outside") return "O";
  if (rate > 0 || tax > 0) return "S";
  // A reason has to be given for what is exempt: the school's own.
  return note === "" ? "Z" : "E";
}

/** Its data, as XML. What writes it is read when the first is written. */
export async function writeElectronic(of: ElectronicInvoice, language: string): Promise<string> {
  const { InvoiceService } = await import("@e-invoice-eu/core");
  const silent = { log() {}, warn() {}, error() {} };
  const made = await new InvoiceService(silent).generate(invoiceOf(of), {
    format: "CII",
    lang: language,
    noWarnings: true,
  });
  return crediting(of.of, tidied(typeof made === "string" ? made : Buffer.from(made).toString()));
}

/**
 * Without what belongs to one network and to a path on somebody's disk, and with the delivery that the schema asks for even
 * where nothing is said of it.
 */
const tidied = (xml: string): string =>
  xml
    .replace(/\s+xsi:schemaLocation="[^"]*"/, "")
    .replace(
      /\s*<ram:BusinessProcessSpecifiedDocumentContextParameter>[\s\S]*?<\/ram:BusinessProcessSpecifiedDocumentContextParameter>/,
      "",
    )
    .replace(
      /(<\/ram:ApplicableHeaderTradeAgreement>)(\s*)(<ram:ApplicableHeaderTradeSettlement>)/,
      "$1$2<ram:ApplicableHeaderTradeDelivery/>$2$3",
    );

/** With the invoices that are credited (BG-3), which the library leaves out of this form. Their numbers need no escape. */
const crediting = (numbers: readonly string[], xml: string): string =>
  xml.replace(
    "</ram:SpecifiedTradeSettlementHeaderMonetarySummation>",
    (end) =>
      end +
      numbers
        .map(
          (number) =>
            `<ram:InvoiceReferencedDocument><ram:IssuerAssignedID>${number}</ram:IssuerAssignedID></ram:InvoiceReferencedDocument>`,
        )
        .join(""),
  );

/** As the library reads it: UBL's names. */
function invoiceOf(of: ElectronicInvoice): Invoice {
  const { currency, amount, tax, category } = of;
  const money = <K extends string>(key: K, value: number) => ({
    [key]: plainMoney(value, currency),
    [`${key}@currencyID`]: currency,
  });
  const net = amount - tax;
  const percent = String(of.rate / 100);
  const scheme = { "cac:TaxScheme": { "cbc:ID": "VAT" } };
  // What is out of scope has no rate (BR-O-05).
  const classified = {
    "cbc:ID": category,
    ...(category !== "O" && { "cbc:Percent": category === "S" ? percent : "0" }),
    ...scheme,
  };
  return {
    "ubl:Invoice": {
      "cbc:CustomizationID": "urn:cen.eu:en16931:2017",
      "cbc:ID": of.number,
      "cbc:IssueDate": of.issued,
      "cbc:InvoiceTypeCode": of.kind === "invoice" ? "380" : "381",
      ...(of.notes.length > 0 && { "cbc:Note": of.notes.join("\n") }),
      "cbc:DocumentCurrencyCode": currency,
      ...(of.period && {
        "cac:InvoicePeriod": { "cbc:StartDate": of.period.from, "cbc:EndDate": of.period.through },
      }),
      ...(of.buyer.reference !== "" && { "cac:OrderReference": { "cbc:ID": of.buyer.reference } }),
      "cac:AccountingSupplierParty": { "cac:Party": sellerOf(of, scheme) },
      "cac:AccountingCustomerParty": { "cac:Party": buyerOf(of, scheme) },
      ...(of.kind === "invoice" && {
        "cac:Delivery": { "cbc:ActualDeliveryDate": of.moved },
      }),
      "cac:TaxTotal": [
        {
          ...money("cbc:TaxAmount", tax),
          "cac:TaxSubtotal": [
            {
              ...money("cbc:TaxableAmount", net),
              ...money("cbc:TaxAmount", tax),
              "cac:TaxCategory": {
                ...classified,
                ...(of.reason !== null && { "cbc:TaxExemptionReason": of.reason }),
              },
            },
          ],
        },
      ],
      "cac:LegalMonetaryTotal": {
        ...money("cbc:LineExtensionAmount", net),
        ...money("cbc:TaxExclusiveAmount", net),
        ...money("cbc:TaxInclusiveAmount", amount),
        // The money has come, or gone: nothing is to be paid.
        ...money("cbc:PrepaidAmount", amount),
        ...money("cbc:PayableAmount", 0),
      },
      "cac:InvoiceLine": [
        {
          "cbc:ID": "1",
          "cbc:InvoicedQuantity": "1",
          "cbc:InvoicedQuantity@unitCode": "C62",
          ...money("cbc:LineExtensionAmount", net),
          "cac:Item": { "cbc:Name": of.item, "cac:ClassifiedTaxCategory": classified },
          "cac:Price": money("cbc:PriceAmount", net),
        },
      ],
    },
  } as unknown as Invoice;
}

function sellerOf({ seller, sellerCountry, category }: ElectronicInvoice, scheme: object) {
  const vat = vatNumberOf(seller.taxNumber);
  // What is out of scope names no number of either (BR-O-02): it stands as the seller's registration (BR-CO-26).
  const asVat = vat !== null && category !== "O";
  return {
    ...endpointOf(seller.contact),
    "cac:PostalAddress": addressOf(seller.address, sellerCountry),
    ...(category !== "O" && {
      "cac:PartyTaxScheme": [
        asVat
          ? { "cbc:CompanyID": vat, ...scheme }
          : { "cbc:CompanyID": seller.taxNumber, "cac:TaxScheme": { "cbc:ID": "FC" } },
      ],
    }),
    "cac:PartyLegalEntity": {
      "cbc:RegistrationName": seller.name,
      ...(!asVat && { "cbc:CompanyID": seller.taxNumber }),
    },
  };
}

function buyerOf({ buyer, buyerCountry, category }: ElectronicInvoice, scheme: object) {
  const vat = buyer.taxNumber === null ? null : vatNumberOf(buyer.taxNumber);
  return {
    ...endpointOf(buyer.email),
    "cac:PostalAddress": addressOf(buyer.address, buyerCountry),
    ...(vat !== null &&
      category !== "O" && { "cac:PartyTaxScheme": { "cbc:CompanyID": vat, ...scheme } }),
    "cac:PartyLegalEntity": { "cbc:RegistrationName": buyer.company ?? buyer.name },
    ...(buyer.company !== null && {
      "cac:Contact": { "cbc:Name": buyer.name, "cbc:ElectronicMail": buyer.email },
    }),
  };
}

/** A mail address, as one is reached (the code list's "EM"). */
const endpointOf = (contact: string) =>
  contact.includes("@") ? { "cbc:EndpointID": contact, "cbc:EndpointID@schemeID": "EM" } : {};

function addressOf(text: string, country: string) {
  const [first, second, ...more] = text.split("\n").filter(Boolean);
  return {
    ...(first !== undefined && { "cbc:StreetName": first }),
    ...(second !== undefined && { "cbc:AdditionalStreetName": second }),
    ...(more.length > 0 && { "cac:AddressLine": { "cbc:Line": more.join(", ") } }),
    "cac:Country": { "cbc:IdentificationCode": country },
  };
}

/** With its country in front, as the directive has it (2006/112/EC art. 215; Greece is EL); null: it is none. */
function vatNumberOf(text: string): string | null {
  const bare = text.replaceAll(/[\s.\-/]/g, "").toUpperCase();
  const number = bare.replace(/^GR/, "EL");
  return /^[A-Z]{2}(?=[0-9A-Z+*]*\d)[0-9A-Z+*]{2,13}$/.test(number) ? number : null;
}
