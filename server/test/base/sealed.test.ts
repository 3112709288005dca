/** Secrets as they are kept: opened by the server that sealed them, for what they are about, and by nobody else. */
import { createDecipheriv, hkdfSync } from "node:crypto";
import fc from "fast-check";
import { sealed } from "../../src/base/sealed";

const seal = sealed("a secret of the tests, long enough", "records");

test("whatever it is, it comes back, and never stands there", () => {
  fc.assert(
    fc.property(fc.string({ unit: "binary" }), fc.string(), (text, about) => {
      const kept = seal.seal(text, about);
      return seal.open(kept, about) === text && (text.length < 4 || !kept.includes(text));
    }),
  );
});

test("the same twice is kept as two; another server, purpose or school opens neither", () => {
  const [one, two] = [seal.seal("rye", "school a"), seal.seal("rye", "school a")];
  expect(one).not.toBe(two);
  expect(seal.open(one, "school b")).toBeNull();
  expect(sealed("another secret of a server, long", "records").open(one, "school a")).toBeNull();
  expect(sealed("a secret of the tests, long enough", "mail").open(one, "school a")).toBeNull();
});

test("a letter that was changed, or is missing, opens nothing", () => {
  const kept = seal.seal("a secret of somebody's", "school");
  const changed = kept.slice(0, -2) + (kept.endsWith("AA") ? "BB" : "AA");
  for (const wrong of [changed, kept.slice(0, -3), "sealed-1.", "sealed-1.AAAA"])
    expect(seal.open(wrong, "school")).toBeNull();
});

test("what was kept before there was a seal is as it stands", () =>
  expect(seal.open("plain", "school")).toBe("plain"));

test("it is AES-256-GCM as the standard has it: Node's own opens it with the key, nonce and tag in their places", () => {
  const bytes = Buffer.from(seal.seal("rye", "school").slice("sealed-1.".length), "base64url");
  const key = Buffer.from(
    hkdfSync("sha256", "a secret of the tests, long enough", "", "sealed records", 32),
  );
  const open = createDecipheriv("aes-256-gcm", key, bytes.subarray(0, 12))
    .setAAD(Buffer.from("school"))
    .setAuthTag(bytes.subarray(12, 28));
  expect(Buffer.concat([open.update(bytes.subarray(28)), open.final()]).toString()).toBe("rye");
});
