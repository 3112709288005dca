/**
 * Which passwords are refused, by NIST SP 800-63B (5.1.1.2; from memory): a least length, no rules of composition, but
 * nothing that is commonly used, found in breaches, repetitive, sequential, or made of the account's own name. What is
 * common, the usual strength package knows: its lists of breached passwords, names and words, and its estimate of how
 * many guesses a password takes. One check for every way in which a password is chosen.
 */

/** The package with its lists, read when the first password is chosen: a process that starts does not wait for them. */
async function readStrength() {
  const [{ zxcvbn, zxcvbnOptions }, common, english] = await Promise.all([
    import("@zxcvbn-ts/core"),
    import("@zxcvbn-ts/language-common"),
    import("@zxcvbn-ts/language-en"),
  ]);
  zxcvbnOptions.setOptions({
    dictionary: { ...common.dictionary, ...english.dictionary },
    graphs: common.adjacencyGraphs,
    // Longer ones are judged by their beginning: the estimate grows faster than the password.
    maxLength: 72,
  });
  return zxcvbn;
}
let strength: ReturnType<typeof readStrength> | null = null;

/** A password that takes fewer guesses than this is refused. */
const LEAST_GUESSES = 1e7;

/** Why a password is refused, with what to do; null where it is not. `own` are the account's name and address. */
export async function passwordFault(
  password: string,
  own: readonly string[],
): Promise<string | null> {
  const plain = password.normalize("NFKC").toLowerCase();
  if (isRepeated(plain)) return "This password repeats itself; take a few words instead";
  const names = own
    .flatMap((text) => [
      text.slice(0, 320),
      ...text
        .slice(0, 320)
        .toLowerCase()
        .split(/[^\p{L}\p{N}]+/u),
    ])
    .filter((name) => name.length >= 3)
    .slice(0, 40);
  strength ??= readStrength();
  const { guesses, sequence } = (await strength)(password.normalize("NFKC"), [
    ...names,
    "dawngate",
    "dawn",
    "gate",
  ]);
  if (guesses >= LEAST_GUESSES && !isMadeOf(plain, names)) return null;
  const found = sequence.find(({ pattern }) => pattern !== "bruteforce");
  if (found?.dictionaryName === "userInputs" || isMadeOf(plain, names))
    return "This password is made of your own name or ours; take a few other words";
  if (found?.pattern === "sequence" || found?.pattern === "spatial")
    return "This password is a row of keys; take a few words instead";
  return "This password is among the commonest there are; take a few words that nobody would put together";
}

/** Nothing much is left of it without the account's own names and ours. */
function isMadeOf(plain: string, names: readonly string[]): boolean {
  const rest = [...names.map((name) => name.toLowerCase()), "dawngate", "dawn", "gate"]
    .sort((a, b) => b.length - a.length)
    .reduce((left, name) => left.replaceAll(name, ""), plain);
  return rest.replaceAll(/[^\p{L}\p{N}]/gu, "").length < 5;
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
