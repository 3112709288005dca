/**
 * Which passwords are refused, by NIST SP 800-63B (5.1.1.2): a least length, no rules of composition, but nothing
 * that is commonly used, repetitive, sequential, or made of the account's own name. The list of common ones is short
 * and from memory: those of ten characters and more that stand in published lists again and again.
 */

const COMMON = new Set([
  "1234567890",
  "12345678910",
  "0987654321",
  "1q2w3e4r5t",
  "1qaz2wsx3edc",
  "password12",
  "password123",
  "password1234",
  "passwordpassword",
  "qwertyuiop",
  "qwerty12345",
  "qwerty123456",
  "iloveyou12",
  "iloveyou123",
  "letmein123",
  "welcome123",
  "administrator",
  "football123",
  "princess123",
  "sunshine123",
  "trustno1trustno1",
  "changeme123",
  "abcd123456",
  "abc1234567",
]);

const RUNS = ["abcdefghijklmnopqrstuvwxyz", "01234567890123456789", "qwertyuiopasdfghjklzxcvbnm"];

/** Why a password is refused, with what to do; null where it is not. `own` are the account's name and address. */
export function passwordFault(password: string, own: readonly string[]): string | null {
  const plain = password.normalize("NFKC").toLowerCase();
  if (COMMON.has(plain))
    return "This password is among the commonest there are; take a few words that nobody would put together";
  if (isRepeated(plain)) return "This password repeats itself; take a few words instead";
  if (RUNS.some((run) => run.includes(plain) || [...run].reverse().join("").includes(plain)))
    return "This password is a row of keys; take a few words instead";
  const names = own.flatMap((text) => text.toLowerCase().split(/[^\p{L}\p{N}]+/u));
  const rest = [...names, "dawngate", "dawn", "gate"]
    .filter((name) => name.length >= 3)
    .sort((a, b) => b.length - a.length)
    .reduce((left, name) => left.replaceAll(name, ""), plain);
  if (rest.replaceAll(/[^\p{L}\p{N}]/gu, "").length < 5)
    return "This password is made of your own name or ours; take a few other words";
  return null;
}

/** One short piece over and over: `aaaaaaaaaa`, `abcabcabcabc`. */
function isRepeated(text: string): boolean {
  for (let length = 1; length <= 4; length++)
    if (
      text
        .slice(0, length)
        .repeat(Math.ceil(text.length / length))
        .slice(0, text.length) === text
    )
      return true;
  return false;
}
