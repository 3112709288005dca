/** What is on sale, and what was bought. */

import type { FieldAnswers } from "@dawngate/contract/own-fields";
import type {
  Billing,
  Gift,
  Offer,
  OrderStanding,
  OrderTax,
  PaymentTerms,
} from "@dawngate/contract/sales";
import type { Language } from "@dawngate/core/notices/languages";
import type { Membership, Quote } from "@dawngate/core/sales";
import type { KeptMonths, Order } from "@dawngate/core/sales/orders";
import type { ColumnType, Generated, GeneratedAlways, JSONColumnType } from "kysely";
import type { Agreed } from "./partners";

export interface ListingTable {
  school_id: string;
  id: string;
  title: string;
  state: "draft" | "on-sale" | "private" | "hidden";
  number: number;
  sold: Generated<number>;
  /** As its terms say now; null: it is courses. */
  membership: ColumnType<Membership | null, string | null | undefined, string | null>;
}

export interface ListingTermsTable {
  school_id: string;
  listing_id: string;
  number: number;
  terms: JSONColumnType<Offer>;
  at: string;
  /** How the listing stood by then; null: not known. */
  state: Generated<ListingTable["state"] | null>;
}

export interface ListingCourseTable {
  school_id: string;
  listing_id: string;
  course_id: string;
}

export type Series = NonNullable<Order["series"]>;

/** A change of a subscription that waits for its charge. */
export interface Changing {
  /** Names this attempt. */
  key: string;
  to: Omit<Series, "first">;
  amount: number;
  part: number;
}

/** Another price that was announced to an order, and does not hold yet. */
export interface Announced {
  /** Of the announcement. */
  id: string;
  option: string;
  /** It holds from the first payment on this day or later. */
  from: string;
  /** As if it had been agreed at the purchase; of what is reduced the rest is left when it comes to hold. */
  to: Omit<Series, "first">;
}

export interface AnnouncedPriceTable {
  school_id: string;
  id: string;
  listing_id: string;
  option_id: string;
  terms_number: number;
  from_day: string;
  at: string;
}

export interface SalesOrderTable {
  school_id: string;
  id: string;
  /** Of the press that bought it. */
  key: string;
  listing_id: string;
  terms_number: number;
  title: string;
  account_id: string | null;
  person_id: string | null;
  name: string;
  email: string;
  /** Of whoever bought it. */
  time_zone: string;
  /** The school's zone at the purchase, in which its days are counted whatever zone the school takes later. */
  clock: string;
  language: Language | null;
  option_id: string;
  kind: "free" | "once" | "installments" | "subscription";
  seats: number;
  codes: string[];
  /** By which parts are charged; null: as it is usual. */
  payment_terms: ColumnType<PaymentTerms | null, string | null | undefined, string | null>;
  /** Of a subscription. */
  series: ColumnType<Series | null, string | null | undefined, string | null>;
  /** The payment service's token of the card. */
  card: string | null;
  /** Its last digits; and the last month in which it is good, "2027-03". Null: not known. */
  card_ends: Generated<string | null>;
  card_expires: Generated<string | null>;
  standing: OrderStanding | null;
  next_at: string | null;
  /** Whoever is in stays longer by it. */
  renews: ColumnType<boolean, boolean | undefined, boolean>;
  /** Null: the buyer keeps it. */
  gift: ColumnType<Gift | null, string | null | undefined, string | null>;
  /** What the buyer answered the school; kept with them once they are in. */
  answers: ColumnType<FieldAnswers | null, string | null | undefined, string | null>;
  quote: JSONColumnType<Quote>;
  currency: string;
  consent_at: string | null;
  state: "open" | "paid" | "lapsed";
  bought_at: string;
  held_until: string | null;
  paid_at: string | null;
  pay_url: string | null;
  secret_hash: string;
  /** Of the secret in the mail by which seats are given out; null: one seat. */
  seats_hash: string | null;
  /** Of the secret in the link by which people take its seats themselves; null: there is none. */
  seat_link_hash: Generated<string | null>;
  receipt_year: number | null;
  receipt_number: number | null;
  changing: ColumnType<Changing | null, string | null | undefined, string | null>;
  announced: ColumnType<Announced | null, string | null | undefined, string | null>;
  /** Written by hand: the last day on which it is to be paid; null: it was bought at the till. */
  pay_by: Generated<string | null>;
  /** For which company invoices are written; null: for the buyer alone. */
  billing: ColumnType<Billing | null, string | null | undefined, string | null>;
  /** What was agreed with partners; null: nobody brought it. */
  partners: ColumnType<Agreed | null, string | null | undefined, string | null>;
  /** What it was taxed by, where tax goes by the buyer's place. */
  tax: JSONColumnType<OrderTax | null> | null;
}

export interface OrderEventTable {
  school_id: string;
  order_id: string;
  sequence: number;
  kind: string;
  at: string;
  charge: string | null;
  amount: string | null;
  part: number | null;
  data: JSONColumnType<Record<string, unknown>> | null;
}

/** UNCL 5305: standard, exempt, zero, owed by the buyer, out of scope. */
export type TaxCategory = "S" | "E" | "Z" | "AE" | "O";

/** What of a document as data (EN 16931) does not stand on paper; kept with it, as it was when it was written. */
export interface Electronic {
  category: TaxCategory;
  /** Why no tax is in it; null: some is, or its rate is 0. */
  reason: string | null;
  sellerCountry: string;
  buyerCountry: string;
  /** Of a subscription: the first and last day paid for. */
  period: { from: string; through: string } | null;
}

/** All that stands on an invoice or a credit note, as it was when it was written. Money in minor units. */
export interface DocumentContent {
  /** In which it is written; left out: English. */
  language?: Language;
  seller: { name: string; address: string; taxNumber: string; contact: string };
  buyer: {
    name: string;
    email: string;
    company: string | null;
    address: string;
    reference: string;
    taxNumber: string | null;
  };
  title: string;
  seats: number;
  lines: { says: string; amount: number }[];
  /** A credit note's: the invoices drawn on, newest first. */
  of: string[];
  /** Of the tax, in basis points; null: none is in it, or it is not known. */
  rate: number | null;
  notes: string[];
  /** What its data needs besides; null, left out: not all of that was known. */
  electronic?: Electronic | null;
}

export interface SalesDocumentTable {
  school_id: string;
  series: string;
  year: number;
  number: number;
  kind: "invoice" | "credit-note";
  order_id: string;
  event: number;
  at: string;
  issued_at: string;
  amount: ColumnType<string, number, never>;
  tax: ColumnType<string, number, never>;
  currency: string;
  content: JSONColumnType<DocumentContent>;
}

export interface OrderLinkTable {
  school_id: string;
  order_id: string;
  /** SHA-256 of the secret. */
  hash: string;
  until: string;
}

export interface OrderEnrollmentTable {
  school_id: string;
  order_id: string;
  enrollment_id: string;
  /** The seat it was given out with; null: the buyer's own, or a seat that was taken back. */
  seat: number | null;
  /** False: they were in before, as long as this, and stay so whatever becomes of the order. */
  gained: ColumnType<boolean, boolean | undefined, boolean>;
}

export interface OrderSeatTable {
  school_id: string;
  order_id: string;
  number: number;
  person_id: string | null;
  given_at: string;
}

export interface CodeUseTable {
  school_id: string;
  listing_id: string;
  code: string;
  order_id: string;
  email: string;
}

/** Orders whose income is to be worked out again; null: all of the school's are. */
interface IncomeLookTable {
  school_id: string;
  id: GeneratedAlways<string>;
  order_id: string | null;
}

/** What an order brings as a whole. Months are counted from year 0; figures begin with the first. */
interface OrderIncomeTable {
  school_id: string;
  order_id: string;
  currency: string;
  first: number;
  tax: JSONColumnType<number[]>;
  due_tax: JSONColumnType<number[]>;
  usual: JSONColumnType<{ day: string; due: number; unpaid: number }[]>;
  next_at: string | null;
  /** Why it cannot be read. */
  fault: string | null;
}

/** What it brings by one of its courses. Empty: in no cohort, by nobody's link. */
interface OrderIncomeRowTable {
  school_id: string;
  order_id: string;
  place: number;
  listing_id: string;
  course_id: string;
  cohort_id: string;
  partner_id: string;
  renewed: boolean;
  first: number;
  last: number;
  months: JSONColumnType<KeptMonths>;
}

/** All orders' together. */
interface IncomeSumTable {
  school_id: string;
  currency: string;
  month: number;
  listing_id: string;
  course_id: string;
  cohort_id: string;
  partner_id: string;
  renewed: boolean;
  received: string;
  due: string;
  earned: string;
  tax: string;
  due_tax: string;
  orders: number;
  held: number;
}

interface UsualSumTable {
  school_id: string;
  currency: string;
  day: string;
  due: string;
  unpaid: string;
}

export interface SalesTables {
  income_look: IncomeLookTable;
  order_income: OrderIncomeTable;
  order_income_row: OrderIncomeRowTable;
  income_sum: IncomeSumTable;
  usual_sum: UsualSumTable;
  announced_price: AnnouncedPriceTable;
  listing: ListingTable;
  listing_terms: ListingTermsTable;
  listing_course: ListingCourseTable;
  sales_order: SalesOrderTable;
  order_event: OrderEventTable;
  order_link: OrderLinkTable;
  sales_document: SalesDocumentTable;
  order_enrollment: OrderEnrollmentTable;
  order_seat: OrderSeatTable;
  code_use: CodeUseTable;
}
