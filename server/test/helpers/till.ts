/** A payment service for tests: what it is asked is kept, and what it tells is signed as the practice till signs. */
import { Webhook } from "standardwebhooks";
import type { FoundPayment, NewPayment, PaymentService } from "../../src/stand-ins/payments";
import { practiceTill } from "../../src/stand-ins/till/client";

const SECRET = "b25seSB0aGUgdGVzdHMgc2lnbiBieSB0aGlz";

export function testTill() {
  const made: NewPayment[] = [];
  const known = new Map<string, FoundPayment>();
  let silent = false;
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
    find: async (key) => known.get(key) ?? null,
    read,
  };
  return {
    payments,
    made,
    known,
    silence: (on: boolean) => {
      silent = on;
    },
    /** What it says of a payment, and the headers that sign it. */
    says(payment: NewPayment, type: "paid" | "refused", charge: string, at = new Date()) {
      const body = {
        type: `payment.${type}`,
        payment: payment.key,
        reference: payment.reference,
        charge,
        amount: payment.amount,
        currency: payment.currency,
      };
      const id = `msg_${charge}`;
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
