/**
 * Why a price is what it is: the steps of a quote as data, recorded by the evaluation that makes it, so that an
 * explanation can never disagree with its amount. The interface writes the sentences.
 */
import type { Refusal } from "./codes";
import type { Minor } from "./money";

export type QuoteStep =
  /** What the way to pay asks for, before anything else. */
  | { kind: "option"; option: string; amount: Minor }
  /** A sale or an early price, and whether it is the one that counts. */
  | {
      kind: "dated";
      of: "sale" | "early";
      from: string | null;
      through: string | null;
      /** What it would make of the unit; null where it is not for this way to pay. */
      price: Minor | null;
      /** `counts`: it is the lowest; otherwise why not. */
      because: "counts" | "not-yet" | "over" | "not-lowest" | "not-lower" | "other-option";
    }
  | {
      kind: "late";
      from: string;
      add: Minor;
      because: "counts" | "not-yet" | "other-option" | "subscription";
    }
  /** The tier that is reached, and what a seat costs by it. */
  | { kind: "tier"; from: number; unit: Minor; seats: number; mode: "volume" | "graduated" }
  | { kind: "seats"; seats: number; sum: Minor }
  /** What holders pay less; `counts` where the buyer is one. */
  | { kind: "holder"; percent: number; off: Minor; counts: boolean }
  /** A code that was entered: what it took off, or why it did not count. */
  | { kind: "code"; code: string; off: Minor; because: "counts" | Refusal; beatenBy: string[] }
  /** Whose rate counts for a buyer from there, or why none does. */
  | {
      kind: "place";
      treatment: "domestic" | "reverse-charge" | "origin" | "destination" | "outside";
      country: string;
    }
  | { kind: "tax"; rate: number; included: boolean; of: Minor; tax: Minor }
  /** How a total falls into parts: `more` of them are one minor unit larger, the first ones. */
  | { kind: "parts"; total: Minor; deposit: Minor; count: number; each: Minor; more: number }
  | { kind: "periods"; amount: Minor; every: string; trial: string | null };
