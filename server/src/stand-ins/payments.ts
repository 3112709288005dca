/**
 * A payment service, as the rooms of the server know it: whatever stands behind (the practice till that ships with the
 * project, or a real service) takes the buyer's card on a page of its own, and tells by signed messages what became of it.
 */
import { z } from "zod";

export interface PaymentService {
  /** Makes a payment, or answers the one that this key has made already. */
  create(wanted: NewPayment): Promise<{ id: string; url: string }>;
  /** Charges a card whose holder is not there, or answers what this key has come to already. */
  charge(wanted: NewCharge): Promise<FoundPayment>;
  /** Gives a charge, or a part of it, back; or answers what this key has given back already. */
  refund(wanted: NewRefund): Promise<{ id: string }>;
  /** How the payment of a key stands; null: there is none. */
  find(key: string): Promise<FoundPayment | null>;
  /** Reads a message. Null where it is not signed by the service, or is too old. */
  read(body: string, headers: Headers): Heard | null;
}

export interface NewPayment {
  /** The same key is the same payment. */
  key: string;
  amount: number;
  currency: string;
  /** What is told back with each message: whose it is. */
  reference: string;
  /** Where the buyer goes when it is over. */
  returnTo: string;
}

export interface NewCharge {
  /** The same key is the same charge. */
  key: string;
  amount: number;
  currency: string;
  reference: string;
  /** The token of a card that was used before. */
  card: string;
}

export interface NewRefund {
  /** The same key is the same refund. */
  key: string;
  charge: string;
  amount: number;
  currency: string;
}

/** Where the bank is that gave a card out; null, or left out: the service does not say. */
const cardCountry = z
  .string()
  .regex(/^[A-Z]{2}$/)
  .nullable()
  .default(null);

/** A payment as a service says how it stands. */
export const foundSchema = z.object({
  state: z.enum(["open", "paid", "refused"]),
  charge: z.string().nullable().describe("By which it was paid, or the last that failed."),
  amount: z.int(),
  card: z.string().nullable().describe("The token of the card it was paid with."),
  cardCountry,
});
export type FoundPayment = z.input<typeof foundSchema>;

/** What a payment service tells. */
export const heardSchema = z.strictObject({
  type: z.enum([
    "payment.paid",
    "payment.refused",
    // The card's holder disputes a payment with their bank; what came of it: won and lost are the seller's.
    "dispute.opened",
    "dispute.won",
    "dispute.lost",
  ]),
  payment: z.string().max(100),
  reference: z.string().max(400),
  charge: z.string().max(100),
  amount: z.int(),
  currency: z.string().max(3),
  card: z.string().max(100).nullable().default(null),
  cardCountry,
});
export type Heard = z.infer<typeof heardSchema>;

/** Whose a payment is: the school, its order, and the part of it. */
export const referenceOf = (school: string, order: string, part = 1) =>
  JSON.stringify([school, order, part]);

const reference = z.tuple([z.uuid(), z.string().max(200), z.int().min(1).default(1)]);

export function readReference(
  text: string,
): { school: string; order: string; part: number } | null {
  try {
    const [school, order, part] = reference.parse(JSON.parse(text));
    return { school, order, part };
  } catch {
    return null;
  }
}
