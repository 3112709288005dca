/** The one way data enters the core: a plan is parsed once, whole, and is right or refused. */
import { checkReferences } from "./check";
import { LARGEST, readJson, readValue } from "./document";
import type { Fault } from "./faults";
import { type Plan, planDocument } from "./schema";

export type ParsedPlan = { ok: true; plan: Plan } | { ok: false; faults: Fault[] };

/** The largest plan file that is read, in bytes of UTF-8. */
export const LARGEST_PLAN = LARGEST;

/** Checks a value that has been read from JSON. Every fault is told, each with its path. */
export function parsePlan(value: unknown): ParsedPlan {
  const read = readValue(planDocument, value, checkReferences);
  return read.ok ? { ok: true, plan: read.value } : read;
}

/** Reads a plan file's text. */
export function parsePlanText(text: string): ParsedPlan {
  const json = readJson(text, "The plan");
  return json.ok ? parsePlan(json.value) : json;
}
