/** A payment service for tests: what it is asked is kept, and what it tells is signed as the practice till signs. */
import { Webhook } from "standardwebhooks";
import type {
  FoundPayment,
  NewCard,
  NewCharge,
  NewPayment,
  NewRefund,
  PaymentService,
} from "../../src/stand-ins/payments";
import { practiceTill } from "../../src/stand-ins/till/client";

const SECRET = "b25seSB0aGUgdGVzdHMgc2lnbiBieSB0aGlz";

type Says = "paid" | "refused" | "card.kept" | "dispute.opened" | "dispute.won" | "dispute.lost";

export function testTill() {
  const made: NewPayment[] = [];
  const cards: NewCard[] = [];
  const known = new Map<string, FoundPayment>();
  const charges = new Map<string, FoundPayment>();
  const asked: NewCharge[] = [];
  const back: NewRefund[] = [];
  let silent = false;
  let later: FoundPayment["state"] = "paid";
  const { read } = practiceTill({
    url: "http://127.0.0.1:1",
    secret: SECRET,
    tellAt: "http://127.0.0.1:1",
  });
  const payments: PaymentService = {
    async create(wanted) {
      if (silent) throw new Error("The till is silent");
      made.push(wanted);
      return { id: wanted.key, url: `http://till.example.org/pay/${made.length}` };
    },
    async keepCard(wanted) {
      if (silent) throw new Error("The till is silent");
      cards.push(wanted);
      return { id: wanted.key, url: `http://till.example.org/card/${cards.length}` };
    },
    async charge(wanted) {
      if (silent) throw new Error("The till is silent");
      const before = charges.get(wanted.key);
      if (before) return before;
      asked.push(wanted);
      const state = later;
      const charge = state === "open" ? null : `ch-later-${asked.length}`;
      const found = {
        state,
        charge,
        amount: wanted.amount,
        card: state === "paid" ? wanted.card : null,
      };
      if (state !== "open") charges.set(wanted.key, found);
      return found;
    },
    async refund(wanted) {
      if (silent) throw new Error("The till is silent");
      if (!back.some(({ key }) => key === wanted.key)) back.push(wanted);
      return { id: `re-${wanted.key}` };
    },
    find: async (key) => known.get(key) ?? null,
    read,
  };
  return {
    payments,
    made,
    /** Pages on which a card is put in. */
    cards,
    known,
    /** Charges that were asked for while nobody was there, each key once. */
    asked,
    /** What was given back, each key once. */
    back,
    /** What becomes of those that come. */
    become: (state: FoundPayment["state"]) => {
      later = state;
    },
    silence: (on: boolean) => {
      silent = on;
    },
    /** What it says of a payment, and the headers that sign it. */
    says(
      payment: NewCard & Partial<NewPayment>,
      type: Says,
      charge: string,
      at = new Date(),
      card: string | null = type === "paid" ? "card-1" : null,
      cardCountry: string | null = null,
      known: Pick<FoundPayment, "cardEnds" | "cardExpires"> = {},
    ) {
      const body = {
        type: type.includes(".") ? type : `payment.${type}`,
        payment: payment.key,
        reference: payment.reference,
        charge,
        amount: payment.amount ?? 0,
        currency: payment.currency ?? "XXX",
        card,
        cardCountry,
        ...known,
      };
      const id = `msg_${type}_${charge}`;
      return {
        body,
        headers: {
          "webhook-id": id,
          "webhook-timestamp": String(Math.floor(at.getTime() / 1000)),
          "webhook-signature": new Webhook(SECRET).sign(id, at, JSON.stringify(body)),
        },
      };
    },
  };
}
