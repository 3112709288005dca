/**
 * Addresses that say who may read a file, and until when. They are signed (HMAC, RFC 2104, with SHA-256), so that a film
 * is read in a hundred pieces without asking the database anything but who reads; and change only a few times a day,
 * so that a browser keeps what it has read.
 */
import type { Signer } from "../base/kept-files";
import { keyed } from "../base/keyed";

/** Whom an address is for where everybody may read it. */
export const ANYBODY = "anybody";
/** They end at whole steps of so many seconds; each holds for one to two of them. */
const STEP = 6 * 3600;

/** @param secret the server's */
export function openSigner(secret: string): Signer {
  const key = keyed(secret, "addresses of files");
  return {
    sign(school, file, whom, now) {
      const until = (Math.floor(now / 1000 / STEP) + 2) * STEP;
      const sign = key.sign([school, file, whom, until]);
      return new URLSearchParams({ for: whom, until: String(until), sign }).toString();
    },
    holds: (school, file, said, now) =>
      said.until * 1000 > now && key.holds([school, file, said.for, said.until], said.sign),
  };
}
