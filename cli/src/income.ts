/** `dawngate income`: what a file of orders brought, by month, and its documents. */
import { incomeOf, parseMonth, parseOrders } from "@dawngate/core/sales/orders";
import { needed, readOptions } from "./options";
import { type Outcome, WordsError } from "./outcome";
import { readDocument, refusal } from "./plan";

export async function incomeCommand(words: readonly string[]): Promise<Outcome> {
  const options = readOptions(words, ["orders", "from", "to"]);
  const file = needed(options, "orders", "Say which orders");
  const [from, to] = (["from", "to"] as const).map((name) => {
    const month = parseMonth(needed(options, name, "Say which months, as 2027-03"));
    if (month === null) throw new WordsError(`--${name} is a month such as 2027-03`);
    return month;
  }) as [number, number];
  const read = await readDocument(file, "The orders", parseOrders);
  if (!read.ok) return read.outcome;
  const answer = incomeOf(read.value, from, to);
  if (!answer.ok) return refusal(answer.faults);
  return { code: 0, output: `${JSON.stringify(answer.value, null, 2)}\n`, errors: "" };
}
