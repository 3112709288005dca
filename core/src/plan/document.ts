/** Any document that comes in as JSON: read once, whole, and right or refused with every fault and its path. */
import type { z } from "zod";
import { type Fault, formatPath } from "./faults";

export type Read<T> = { ok: true; value: T } | { ok: false; faults: Fault[] };

/** The largest file that is read, in bytes of UTF-8. */
export const LARGEST = 32 * 1024 * 1024;

/** Checks a value that has been read from JSON against a schema; then, where that is good, one part against another. */
export function readValue<T>(
  schema: z.ZodType<T>,
  value: unknown,
  check: (read: T) => Fault[] = () => [],
): Read<T> {
  const parsed = schema.safeParse(value);
  if (!parsed.success) return { ok: false, faults: parsed.error.issues.flatMap(faultsOf) };
  const faults = check(parsed.data);
  return faults.length === 0 ? { ok: true, value: parsed.data } : { ok: false, faults };
}

/** Reads JSON; `what` it is stands in the reason: "The plan is not JSON". */
export function readJson(text: string, what: string): Read<unknown> {
  if (text.length > LARGEST)
    return whole(
      `${what} is larger than ${LARGEST / 1024 / 1024} MB; split it by course or by enrollees`,
    );
  const json = text.startsWith("\uFEFF") ? text.slice(1) : text;
  if (json.trim() === "") return whole(`${what} is empty`);
  try {
    return { ok: true, value: JSON.parse(json) };
  } catch (error) {
    return whole(`${what} is not JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
}

function whole(reason: string): { ok: false; faults: Fault[] } {
  return { ok: false, faults: [{ path: formatPath([]), reason: reason.replaceAll(/\s+/g, " ") }] };
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
