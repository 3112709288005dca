/** `dawngate quote`: a listing's price for one buyer at an instant, line by line. */
import { optionOf, parseListing, quote } from "@dawngate/core/sales";
import { needed, neededInstant, readLists } from "./options";
import { type Outcome, WordsError } from "./outcome";
import { readDocument, refusal } from "./plan";

export async function quoteCommand(words: readonly string[]): Promise<Outcome> {
  const { options, lists } = readLists(
    words,
    ["listing", "at", "option", "seats"],
    ["code", "holds"],
  );
  const file = needed(options, "listing", "Say which listing");
  const at = neededInstant(options);
  const seatsText = options.get("seats") ?? "1";
  const seats = Number(seatsText);
  if (!/^\d{1,6}$/.test(seatsText) || seats < 1)
    throw new WordsError(`--seats is a whole number from 1 on, not "${seatsText}"`);
  const read = await readDocument(file, "The listing", parseListing);
  if (!read.ok) return read.outcome;
  const option = options.get("option");
  if (!optionOf(read.value, option))
    throw new WordsError(`--option: the listing has no option "${option}"`);
  try {
    const answer = quote(read.value, {
      at,
      seats,
      codes: lists.get("code") ?? [],
      holds: lists.get("holds") ?? [],
      // On the command line both are named alike.
      memberships: lists.get("holds") ?? [],
      ...(option !== undefined && { option }),
    });
    return { code: 0, output: `${JSON.stringify(answer, null, 2)}\n`, errors: "" };
  } catch (error) {
    if (error instanceof RangeError) return refusal([{ path: "options", reason: error.message }]);
    throw error;
  }
}
