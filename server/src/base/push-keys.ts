/** The key by which push services know this server (VAPID, RFC 8292). */
import { createECDH, hkdfSync } from "node:crypto";

export interface PushKeys {
  /** A point of P-256, uncompressed, base64url: browsers ask their push service for messages of this key alone. */
  publicKey: string;
  privateKey: string;
}

/** @param secret the server's; the key is derived from it for this purpose alone (HKDF, RFC 5869), so that all servers have one */
export function pushKeys(secret: string): PushKeys {
  for (let turn = 0; ; turn++) {
    const scalar = Buffer.from(hkdfSync("sha256", secret, "", `push ${turn}`, 32));
    const pair = createECDH("prime256v1");
    try {
      pair.setPrivateKey(scalar);
    } catch {
      // One of four thousand million is no number of that curve.
      continue;
    }
    return {
      publicKey: pair.getPublicKey().toString("base64url"),
      privateKey: scalar.toString("base64url"),
    };
  }
}
