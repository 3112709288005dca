/** `dawngate order`: an order at an instant: its states, what comes next, what its enrollment is told. */
import { type Order, orderAt, parseOrder } from "@dawngate/core/sales/orders";
import { type Instant, parseInstant } from "@dawngate/core/time";
import { needed, neededInstant, readOptions } from "./options";
import type { Outcome } from "./outcome";
import { readDocument, refusal } from "./plan";

export async function orderCommand(words: readonly string[]): Promise<Outcome> {
  const read = await readOrder(readOptions(words, ["order", "at"]));
  if (!read.ok) return read.outcome;
  const answer = orderAt(read.order, read.at);
  return { code: 0, output: `${JSON.stringify(answer, null, 2)}\n`, errors: "" };
}

/** The order and the instant of a call; refused where the instant lies before the purchase. */
export async function readOrder(
  options: ReadonlyMap<string, string>,
): Promise<{ ok: true; order: Order; at: Instant } | { ok: false; outcome: Outcome }> {
  const file = needed(options, "order", "Say which order");
  const at = neededInstant(options);
  const read = await readDocument(file, "The order", parseOrder);
  if (!read.ok) return read;
  const bought = parseInstant(read.value.boughtAt);
  if (bought.ok && at < bought.value)
    return {
      ok: false,
      outcome: refusal([{ path: "at", reason: `It lies before ${read.value.boughtAt}` }]),
    };
  return { ok: true, order: read.value, at };
}
