/** Secrets that stand in addresses: told once, kept as digests. */
import { createHash, randomBytes } from "node:crypto";

/** A new one: 24 random bytes. */
export const newSecret = () => randomBytes(24).toString("base64url");

/** What is kept of one: SHA-256. */
export const digestOf = (secret: string) => createHash("sha256").update(secret).digest("hex");
