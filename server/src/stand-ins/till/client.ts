/** The practice till from the school's side: asked over HTTP, heard by messages signed after the Standard Webhooks specification. */
import { z } from "zod";
import {
  type FoundPayment,
  foundSchema,
  heardSchema,
  type NewCard,
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
  const post = async (path: string, body: object): Promise<unknown> => {
    const answer = await ask(path, { method: "POST", body: JSON.stringify(body) });
    if (!answer.ok) throw new Error(`The till answers ${answer.status}`);
    return answer.json();
  };
  return {
    create: async (wanted: NewPayment) =>
      made.parse(await post("/payments", { ...wanted, tellAt })),
    keepCard: async (wanted: NewCard) => made.parse(await post("/cards", { ...wanted, tellAt })),
    charge: async (wanted: NewCharge) =>
      foundSchema.parse(await post("/charges", { ...wanted, tellAt })),
    refund: async (wanted: NewRefund) => refunded.parse(await post("/refunds", wanted)),
    async find(key: string): Promise<FoundPayment | null> {
      const answer = await ask(`/payments/${encodeURIComponent(key)}`);
      if (answer.status === 404) return null;
      if (!answer.ok) throw new Error(`The till answers ${answer.status}`);
      return foundSchema.parse(await answer.json());
    },
    read: signedReader(secret, heardSchema),
  };
}
