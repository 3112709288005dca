/** The one way data enters the core: a plan is parsed once, whole, and is right or refused. */
import type { z } from "zod";
import { checkReferences } from "./check";
import { type Fault, formatPath } from "./faults";
import { type Plan, planDocument } from "./schema";

export type ParsedPlan = { ok: true; plan: Plan } | { ok: false; faults: Fault[] };

/** The largest plan file that is read, in bytes of UTF-8. */
export const LARGEST_PLAN = 32 * 1024 * 1024;

/** Checks a value that has been read from JSON. Every fault is told, each with its path. */
export function parsePlan(value: unknown): ParsedPlan {
  const parsed = planDocument.safeParse(value);
  if (!parsed.success) return { ok: false, faults: parsed.error.issues.flatMap(faultsOf) };
  const faults = checkReferences(parsed.data);
  return faults.length === 0 ? { ok: true, plan: parsed.data } : { ok: false, faults };
}

/** Reads a plan file's text. */
export function parsePlanText(text: string): ParsedPlan {
  if (text.length > LARGEST_PLAN)
    return whole(
      `The plan is larger than ${LARGEST_PLAN / 1024 / 1024} MB; split it by course or by enrollees`,
    );
  const json = text.startsWith("\uFEFF") ? text.slice(1) : text;
  if (json.trim() === "") return whole("The plan is empty");
  let value: unknown;
  try {
    value = JSON.parse(json);
  } catch (error) {
    return whole(`The plan is not JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
  return parsePlan(value);
}

function whole(reason: string): ParsedPlan {
  return { ok: false, faults: [{ path: "(plan)", reason: reason.replaceAll(/\s+/g, " ") }] };
}

/** A schema issue as faults: an unknown key is a fault at that key, not at what holds it. */
function faultsOf(issue: z.core.$ZodIssue): Fault[] {
  if (issue.code === "unrecognized_keys")
    return issue.keys.map((key) => ({
      path: formatPath([...issue.path, key]),
      reason: issue.message.startsWith("Unrecognized key")
        ? "Unknown key; check its spelling, or take it away"
        : issue.message,
    }));
  if (issue.code === "invalid_key")
    return issue.issues.map((inner) => ({ path: formatPath(issue.path), reason: inner.message }));
  return [{ path: formatPath(issue.path), reason: reasonOf(issue) }];
}

/** Zod's own wording where the schema has none, made plain for the commonest case. */
function reasonOf(issue: z.core.$ZodIssue): string {
  if (issue.code === "invalid_type" && issue.message.endsWith("received undefined"))
    return `Missing: ${issue.expected === "string" ? "a text" : `a value (${issue.expected})`} must stand here`;
  if (issue.code === "invalid_type" && issue.message.startsWith("Invalid input"))
    return `Expected ${issue.expected}${issue.message.replace(/^.*, received /, ", found ")}`;
  return issue.message;
}
