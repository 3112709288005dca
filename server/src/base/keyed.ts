/** Signatures that this server alone can write (HMAC, RFC 2104, with SHA-256), each for one purpose. */
import { createHmac, hkdfSync, timingSafeEqual } from "node:crypto";

export interface Keyed {
  /** Of what can be said as JSON. */
  sign(said: unknown): string;
  holds(said: unknown, sign: string): boolean;
}

/** @param secret the server's; the key is derived from it for this purpose alone (HKDF, RFC 5869) */
export function keyed(secret: string, purpose: string): Keyed {
  const key = Buffer.from(hkdfSync("sha256", secret, "", purpose, 32));
  const digest = (said: unknown) => createHmac("sha256", key).update(JSON.stringify(said)).digest();
  return {
    sign: (said) => digest(said).toString("base64url"),
    holds(said, sign) {
      const given = Buffer.from(sign, "base64url");
      const right = digest(said);
      return given.length === right.length && timingSafeEqual(given, right);
    },
  };
}
