import type { Problem } from "@dawngate/contract/problem";

/** What kind of refusal it is, where the server says so; null: it does not, or none came. */
export function kindOf(error: unknown): string | null {
  const { data } = (error ?? {}) as { data?: Partial<Problem> };
  return data?.type ?? null;
}
