/** The practice till from the school's side: asked over HTTP, heard by messages signed after the Standard Webhooks specification. */
import { z } from "zod";
import {
  type FoundPayment,
  foundSchema,
  heardSchema,
  type NewCharge,
  type NewPayment,
  type NewRefund,
  type PaymentService,
} from "../payments";
import { signedReader } from "../signed";

export interface TillSettings {
  /** Where it answers. */
  url: string;
  /** What messages are signed with, and what one asks with. */
  secret: string;
  /** Where it sends its messages. */
  tellAt: string;
}

const made = z.object({ id: z.string(), url: z.string() });
const refunded = z.object({ id: z.string() });
/** So long an answer is waited for, in milliseconds: a buyer waits for it. */
const PATIENCE = 5000;

export function practiceTill({ url, secret, tellAt }: TillSettings): PaymentService {
  const ask = async (path: string, init: RequestInit = {}) =>
    fetch(`${url}${path}`, {
      ...init,
      headers: { authorization: `Bearer ${secret}`, "content-type": "application/json" },
      signal: AbortSignal.timeout(PATIENCE),
    });
  return {
    async create(wanted: NewPayment) {
      const answer = await ask("/payments", {
        method: "POST",
        body: JSON.stringify({ ...wanted, tellAt }),
      });
      if (!answer.ok) throw new Error(`The till answers ${answer.status}`);
      return made.parse(await answer.json());
    },
    async charge(wanted: NewCharge): Promise<FoundPayment> {
      const answer = await ask("/charges", {
        method: "POST",
        body: JSON.stringify({ ...wanted, tellAt }),
      });
      if (!answer.ok) throw new Error(`The till answers ${answer.status}`);
      return foundSchema.parse(await answer.json());
    },
    async refund(wanted: NewRefund): Promise<{ id: string }> {
      const answer = await ask("/refunds", { method: "POST", body: JSON.stringify(wanted) });
      if (!answer.ok) throw new Error(`The till answers ${answer.status}`);
      return refunded.parse(await answer.json());
    },
    async find(key: string): Promise<FoundPayment | null> {
      const answer = await ask(`/payments/${encodeURIComponent(key)}`);
      if (answer.status === 404) return null;
      if (!answer.ok) throw new Error(`The till answers ${answer.status}`);
      return foundSchema.parse(await answer.json());
    },
    read: signedReader(secret, heardSchema),
  };
}
