/** What whoever buys reads in their language: what stands on receipts and invoices, and what mails about an order say. */
import type { LineWords } from "../line-words";

/** What is given to buyers on paper, or as a file. */
export type PaperKind = "receipt" | "invoice" | "credit-note" | "payment-request";

/** A dispute about a payment, and how it was settled. */
export type DisputeKind = "disputed" | "dispute-won" | "dispute-lost";

/** The unit of a subscription's step. */
export type StepUnit = "day" | "week" | "month" | "year";

/** A mail's subject, and its one sentence or two. */
interface Said<Given extends unknown[]> {
  subject(title: string): string;
  says(title: string, ...given: Given): string;
}

/** Titles, names, days and amounts are put in as they are to be read. */
export interface SpokenSales {
  kinds: Readonly<Record<PaperKind, string>>;
  lines: LineWords;
  free: string;
  /** After an amount: "every month", "every 3 months". */
  every(count: number, unit: StepUnit): string;
  paper: {
    order(id: string): string;
    credits(invoices: string): string;
    reference(text: string): string;
    /** Above whoever buys. */
    buyer: string;
    taxNumber(number: string): string;
    withoutTax: string;
    /** With its rate, where it is known: "23 %". */
    tax(rate: string | null): string;
    paidOn(day: string): string;
    givenBackOn(day: string): string;
    inAll: string;
    ofItTax: string;
    paid: string;
    dueLater: string;
    payBy(day: string): string;
    seats(count: number): string;
    receivedOn(day: string): string;
    givenBack(title: string): string;
    period(title: string, from: string, through: string): string;
    part(title: string, part: number, of: number): string;
    /** Which tax was reckoned, or why none. */
    reverseCharge(number: string): string;
    outside(country: string): string;
    taxOf(country: string, rate: string): string;
    sayWith(id: string): string;
    noInvoice: string;
  };
  mail: {
    inAll(amount: string, tax: string | null): string;
    dueOn(day: string, amount: string): string;
    next(amount: string, day: string): string;
    /** Which payment of several it is. */
    part(part: number, of: number): string;
    period(from: string): string;
    /** Where a document lies, for whoever is signed in; its address follows. */
    file(number: string): string;
    receiptFile(number: string, order: string): string;
    requestFile: string;
    sayWith(id: string): string;
    receipt: {
      subject(title: string, number: string): string;
      yours(title: string): string;
      renewed(title: string): string;
      /** `on`: the day on which they are told; null: now. */
      gift(title: string, to: string, on: string | null): string;
      nothingDue: string;
      paid(amount: string): string;
      courses: string;
      stands: string;
      giveOut(seats: number): string;
    };
    paid: {
      subject(title: string, amount: string): string;
      says(title: string, amount: string, which: string): string;
      /** The same of what was transferred. */
      came(title: string, amount: string, which: string): string;
      nothingLeft: string;
    };
    closed: Said<[amount: string]> & { ends(day: string): string; pay: string };
    ended: Said<[]>;
    disputes: Readonly<Record<DisputeKind, Said<[]>>>;
    notChanged: Said<[amount: string]>;
    changed: {
      subject(title: string): string;
      /** `price`: of a period. */
      now(title: string, price: string): string;
      charged(amount: string): string;
      nothingCharged: string;
      later(title: string, price: string): string;
    };
    announced: {
      subject(title: string, price: string, was: string): string;
      says(title: string, from: string, price: string, was: string): string;
      before: string;
      first(day: string): string;
      youMay: string;
      look: string;
      /** It was taken back: `was` is what they pay now, of a period; `price` what had been announced. */
      stays: {
        subject(title: string, was: string): string;
        says(title: string, was: string, price: string): string;
      };
    };
    /** The card on file; `card`: its last digits and its last month, as they stand on it. */
    card: {
      /** It is not good any more when the next payment is due. */
      ends: Said<[card: string, amount: string, day: string]>;
      /** There is none, and a payment is to come. */
      none: Said<[amount: string, day: string]>;
      /** What to do about it. */
      putIn: string;
      put: string;
      kept: Said<[card: string]>;
    };
    back: {
      subject(title: string, amount: string): string;
      notDue(title: string): string;
      byTransfer(title: string, amount: string): string;
      toCard(title: string, amount: string): string;
      ends: string;
    };
    unfinished: Said<[]> & { way: string; back: string; only: string };
    notGiven: Said<[to: string]> & { give: string };
  };
}
