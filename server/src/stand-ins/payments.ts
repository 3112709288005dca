/**
 * A payment service, as the rooms of the server know it: whatever stands behind (the practice till that ships with the
 * project, or a real service) takes the buyer's card on a page of its own, and tells by signed messages what became of it.
 */
import { z } from "zod";

export interface PaymentService {
  /** Makes a payment, or answers the one that this key has made already. */
  create(wanted: NewPayment): Promise<{ id: string; url: string }>;
  /** Where a card is put in that is charged later, and nothing is now; or the page that this key has made already. */
  keepCard(wanted: NewCard): Promise<{ id: string; url: string }>;
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

/** A card that is kept, and not charged. */
export type NewCard = Pick<NewPayment, "key" | "reference" | "returnTo">;

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

/** Its last digits, and the last month in which it is good, "2027-03"; null, or left out: the service does not say. */
const cardEnds = z
  .string()
  .regex(/^\d{4}$/)
  .nullable()
  .default(null);
const cardExpires = z
  .string()
  .regex(/^\d{4}-(0[1-9]|1[0-2])$/)
  .nullable()
  .default(null);

/** A card on file, as much as anybody but its service knows of it. */
export interface KeptCard {
  token: string;
  country: string | null;
  ends: string | null;
  expires: string | null;
}

/** A payment as a service says how it stands; of a card that is kept `paid` says that it is. */
export const foundSchema = z.object({
  state: z.enum(["open", "paid", "refused"]),
  charge: z.string().nullable().describe("By which it was paid, or the last that failed."),
  amount: z.int(),
  card: z.string().nullable().describe("The token of the card it was paid with."),
  cardCountry,
  cardEnds,
  cardExpires,
});
export type FoundPayment = z.input<typeof foundSchema>;

/** The card of which a service says something; null: it names none. */
export const cardOf = ({
  card,
  cardCountry = null,
  cardEnds = null,
  cardExpires = null,
}: Pick<FoundPayment, "card" | "cardCountry" | "cardEnds" | "cardExpires">): KeptCard | null =>
  card === null
    ? null
    : { token: card, country: cardCountry, ends: cardEnds, expires: cardExpires };

/** What a payment service tells. */
export const heardSchema = z.strictObject({
  type: z.enum([
    "payment.paid",
    "payment.refused",
    // It was put in, and nothing was charged.
    "card.kept",
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
  cardEnds,
  cardExpires,
});
export type Heard = z.infer<typeof heardSchema>;

/**
 * Whose a payment is: the school, its order, and the part of it. `byOnFile`: it is charged to the card on file, which it
 * says nothing new of; by the time it is told another may have been put in.
 */
export const referenceOf = (school: string, order: string, part = 1, byOnFile = false) =>
  JSON.stringify([school, order, part, byOnFile]);

const reference = z.tuple([
  z.uuid(),
  z.string().max(200),
  z.int().min(1).default(1),
  z.boolean().default(false),
]);

export function readReference(
  text: string,
): { school: string; order: string; part: number; byOnFile: boolean } | null {
  try {
    const [school, order, part, byOnFile] = reference.parse(JSON.parse(text));
    return { school, order, part, byOnFile };
  } catch {
    return null;
  }
}
