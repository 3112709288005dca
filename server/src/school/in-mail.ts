/**
 * What people are called, in the sentences of our mails: short, on one line, and without anything that a mail program
 * would make a link of, so that nobody's letter travels under our name.
 */

import type { SchoolTransaction } from "../db/connection";
import { readSchool } from "./store";

/** A name as it may stand in a mail. */
export function inMail(name: string): string {
  const plain = name
    .normalize("NFC")
    .replaceAll(/[\p{Cc}\p{Cf}\p{Zl}\p{Zp}\s]+/gu, " ")
    // Addresses of pages and of mail: a scheme, an @, or a point between letters.
    .replaceAll(/[a-z][a-z0-9+.-]*:\/\//gi, "")
    .replaceAll("@", " at ")
    .replaceAll(/(?<=[\p{L}\p{N}])\.(?=[\p{L}\p{N}])/gu, " ")
    .replaceAll(/\bwww\b/gi, "")
    .replaceAll(/ +/g, " ")
    .trim();
  return plain.length > 60 ? `${plain.slice(0, 59).trimEnd()}…` : plain || "there";
}

/** A school as it signs its mails. */
export async function schoolInMail(tx: SchoolTransaction) {
  const { name, color, contact } = await readSchool(tx);
  return { name: inMail(name), color, contact };
}
