/** `dawngate refund`: what a refund of an order would come to. It changes nothing. */
import { refundAt } from "@dawngate/core/sales/orders";
import { oneOf, readOptions } from "./options";
import { readOrder } from "./order";
import { type Outcome, WordsError } from "./outcome";
import { refusal } from "./plan";

const NAMES = ["order", "at", "policy", "amount", "course", "seats", "access"];
const POLICIES = ["terms", "withdrawal", "full", "unused", "amount"] as const;

export async function refundCommand(words: readonly string[]): Promise<Outcome> {
  const options = readOptions(words, NAMES);
  const policy = oneOf(options, "policy", POLICIES) ?? "terms";
  const access = oneOf(options, "access", ["ends", "stays"] as const);
  const amount = wholeNumber(options, "amount");
  const seats = wholeNumber(options, "seats");
  const course = options.get("course");
  if (policy === "amount" && amount === null)
    throw new WordsError("Say how much is given back: --amount N, in minor units");
  if (policy !== "amount" && amount !== null)
    throw new WordsError("--amount goes with --policy amount alone");
  if (seats !== null && seats < 1) throw new WordsError("--seats is a whole number from 1 on");
  const read = await readOrder(options);
  if (!read.ok) return read.outcome;
  const answer = refundAt(read.order, {
    at: read.at,
    policy,
    ...(amount !== null && { amount }),
    ...(course !== undefined && { course }),
    ...(seats !== null && { seats }),
    ...(access !== null && { access }),
  });
  if (!answer.ok) return refusal(answer.faults);
  return { code: 0, output: `${JSON.stringify(answer.value, null, 2)}\n`, errors: "" };
}

function wholeNumber(options: ReadonlyMap<string, string>, name: string): number | null {
  const text = options.get(name);
  if (text === undefined) return null;
  if (!/^-?\d{1,15}$/.test(text))
    throw new WordsError(`--${name} is a whole number, not "${text}"`);
  return Number(text);
}
