/** What a browser does with a message of its push service: decrypts it (RFC 8291, in the encoding of RFC 8188). */
import { createDecipheriv, type ECDH, hkdfSync } from "node:crypto";

const SALT = 16;
const TAG = 16;
/** A padding delimiter ends what is said in the last record. */
const LAST = 2;

const derived = (secret: Buffer, salt: Buffer, info: Buffer | string, bytes: number) =>
  Buffer.from(hkdfSync("sha256", secret, salt, info, bytes));

/**
 * @param pair the browser's own, of P-256
 * @param secret its 16 bytes (RFC 8291, 3.2)
 * @returns what is said; null: it was not encrypted for it, or has more records than one
 */
export function decrypt(pair: ECDH, secret: Buffer, body: Buffer): string | null {
  if (body.length < SALT + 5) return null;
  const keyEnds = SALT + 5 + body.readUInt8(SALT + 4);
  const sender = body.subarray(SALT + 5, keyEnds);
  try {
    const shared = pair.computeSecret(sender);
    const info = Buffer.concat([Buffer.from("WebPush: info\0"), pair.getPublicKey(), sender]);
    const input = derived(shared, secret, info, 32);
    const salt = body.subarray(0, SALT);
    const key = derived(input, salt, "Content-Encoding: aes128gcm\0", 16);
    const nonce = derived(input, salt, "Content-Encoding: nonce\0", 12);
    const record = body.subarray(keyEnds);
    const cipher = createDecipheriv("aes-128-gcm", key, nonce).setAuthTag(record.subarray(-TAG));
    const said = Buffer.concat([cipher.update(record.subarray(0, -TAG)), cipher.final()]);
    const end = said.lastIndexOf(LAST);
    return end < 0 ? null : said.subarray(0, end).toString("utf8");
  } catch {
    return null;
  }
}
