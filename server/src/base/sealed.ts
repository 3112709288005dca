/**
 * Secrets that others have given us, as they are kept: encrypted and bound to what they are about (AES-256-GCM, NIST SP
 * 800-38D, with a nonce of 96 random bits each), so that whoever reads the database reads none.
 */
import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from "node:crypto";

export interface Sealed {
  /** @param about what it belongs to; it is opened for that alone */
  seal(text: string, about: string): string;
  /** Null: it was not sealed by this server, or for something else. What was kept before is as it stands. */
  open(kept: string, about: string): string | null;
}

const FORM = "sealed-1.";
const NONCE = 12;
const TAG = 16;

/** @param secret the server's; the key is derived from it for this purpose alone (HKDF, RFC 5869) */
export function sealed(secret: string, purpose: string): Sealed {
  const key = Buffer.from(hkdfSync("sha256", secret, "", `sealed ${purpose}`, 32));
  return {
    seal(text, about) {
      const nonce = randomBytes(NONCE);
      const cipher = createCipheriv("aes-256-gcm", key, nonce).setAAD(Buffer.from(about));
      const written = Buffer.concat([cipher.update(text, "utf8"), cipher.final()]);
      return FORM + Buffer.concat([nonce, cipher.getAuthTag(), written]).toString("base64url");
    },
    open(kept, about) {
      if (!kept.startsWith(FORM)) return kept;
      const bytes = Buffer.from(kept.slice(FORM.length), "base64url");
      if (bytes.length < NONCE + TAG) return null;
      const cipher = createDecipheriv("aes-256-gcm", key, bytes.subarray(0, NONCE))
        .setAAD(Buffer.from(about))
        .setAuthTag(bytes.subarray(NONCE, NONCE + TAG));
      try {
        const rest = bytes.subarray(NONCE + TAG);
        return Buffer.concat([cipher.update(rest), cipher.final()]).toString("utf8");
      } catch {
        return null;
      }
    },
  };
}
