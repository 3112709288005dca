/** Messages from services outside, signed as the Standard Webhooks specification says. */
import { Webhook } from "standardwebhooks";
import type { z } from "zod";

/** A message is short; what is longer is none of theirs. */
const LONGEST = 20_000;

/**
 * Reads messages signed with a secret, in a form: null where one is signed by another, older than five minutes, longer
 * than any of theirs, or of another form.
 */
export function signedReader<T extends z.ZodType>(
  secret: string,
  form: T,
): (body: string, headers: Headers) => z.infer<T> | null {
  const webhook = new Webhook(secret);
  return (body, headers) => {
    if (body.length > LONGEST) return null;
    try {
      webhook.verify(body, {
        "webhook-id": headers.get("webhook-id") ?? "",
        "webhook-timestamp": headers.get("webhook-timestamp") ?? "",
        "webhook-signature": headers.get("webhook-signature") ?? "",
      });
      return form.parse(JSON.parse(body));
    } catch {
      return null;
    }
  };
}
