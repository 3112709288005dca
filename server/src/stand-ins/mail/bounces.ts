/** Mails that came back after a mail server had taken them: told by whoever runs it, in signed messages. */
import { z } from "zod";
import { signedReader } from "../signed";

const bounce = z.object({
  /** `mail.bounced`: for good. Whatever else is told is passed over. */
  type: z.string().max(100),
  data: z.object({
    /** The mail's own Message-ID, with or without its angle brackets. */
    messageId: z.string().max(1000),
    /** What was said of it, in the other server's words. */
    says: z.string().max(5000).default(""),
  }),
});

export interface Bounces {
  /** What a signed message says; null: it is none of theirs. */
  read(body: string, headers: Headers): z.infer<typeof bounce> | null;
}

export const signedBounces = (secret: string): Bounces => ({ read: signedReader(secret, bounce) });
