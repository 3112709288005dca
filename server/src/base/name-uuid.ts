/** A UUID made from a name (RFC 9562, version 5): the same name within the same space is always the same UUID. */
import { createHash } from "node:crypto";

/** `space`: a UUID. */
export function nameUuid(space: string, name: string): string {
  const hash = createHash("sha1")
    .update(Buffer.from(space.replaceAll("-", ""), "hex"))
    .update(name)
    .digest()
    .subarray(0, 16);
  hash[6] = ((hash[6] as number) & 0x0f) | 0x50;
  hash[8] = ((hash[8] as number) & 0x3f) | 0x80;
  return hash.toString("hex").replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
}
