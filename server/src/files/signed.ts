/**
 * Addresses that say who may read a file, and until when. They are signed (HMAC, RFC 2104, with SHA-256), so that a film
 * is read in a hundred pieces without asking the database anything but who reads; and change only a few times a day,
 * so that a browser keeps what it has read.
 */
import { createHmac, hkdfSync, timingSafeEqual } from "node:crypto";
import type { Signer } from "../base/kept-files";

/** Whom an address is for where everybody may read it. */
export const ANYBODY = "anybody";
/** They end at whole steps of so many seconds; each holds for one to two of them. */
const STEP = 6 * 3600;

/** @param secret the server's; the key is derived from it for this purpose alone (HKDF, RFC 5869) */
export function openSigner(secret: string): Signer {
  const key = Buffer.from(hkdfSync("sha256", secret, "", "addresses of files", 32));
  const signOf = (school: string, file: string, whom: string, until: number) =>
    createHmac("sha256", key)
      .update(JSON.stringify([school, file, whom, until]))
      .digest();
  return {
    sign(school, file, whom, now) {
      const until = (Math.floor(now / 1000 / STEP) + 2) * STEP;
      const sign = signOf(school, file, whom, until).toString("base64url");
      return new URLSearchParams({ for: whom, until: String(until), sign }).toString();
    },
    holds(school, file, said, now) {
      const given = Buffer.from(said.sign, "base64url");
      const right = signOf(school, file, said.for, said.until);
      return (
        said.until * 1000 > now && given.length === right.length && timingSafeEqual(given, right)
      );
    },
  };
}
