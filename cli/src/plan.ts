/** A command's plan: read, checked, or refused with every fault on a line of its own. */
import { parsePlanText, type Read, readJson } from "@dawngate/core/plan";
import { type InputText, readInput } from "./input";
import type { Outcome } from "./outcome";

/** More faults than this are counted, not listed. */
const MOST_FAULTS = 200;

/** Reads and checks the plan file that the words name, or says what is wrong with it. */
export async function readPlan(file: string) {
  const input: InputText = await readInput(file);
  if (!input.ok)
    return { ok: false as const, outcome: refusal([{ path: file, reason: input.reason }]) };
  const parsed = parsePlanText(input.text);
  if (!parsed.ok) return { ok: false as const, outcome: refusal(parsed.faults) };
  return { ok: true as const, plan: parsed.plan };
}

/** Reads and checks any other document; `what` it is stands in what is wrong with it. */
export async function readDocument<T>(
  file: string,
  what: string,
  parse: (value: unknown) => Read<T>,
  /** The path of a fault of the document as a whole; left out: the file's, or "(plan)". */
  whole?: string,
) {
  const input: InputText = await readInput(file);
  if (!input.ok)
    return {
      ok: false as const,
      outcome: refusal([{ path: whole ?? file, reason: input.reason }]),
    };
  const json = readJson(input.text, what);
  const read = json.ok ? parse(json.value) : json;
  if (read.ok) return read;
  const faults = read.faults.map((fault) =>
    fault.path === "(plan)" && whole !== undefined ? { ...fault, path: whole } : fault,
  );
  return { ok: false as const, outcome: refusal(faults) };
}

/** Exit 1, each fault a line. */
export function refusal(faults: readonly { path: string; reason: string }[]): Outcome {
  const listed = faults.slice(0, MOST_FAULTS).map(({ path, reason }) => `${path}: ${reason}\n`);
  const more = faults.length - listed.length;
  return {
    code: 1,
    output: "",
    errors: listed.join("") + (more > 0 ? `(plan): and ${more} more faults\n` : ""),
  };
}
