/** The one way to the server. Each room adds its own questions; see ./ask. */

import { HELD, type Held } from "@dawngate/contract/held";
import type { Problem } from "@dawngate/contract/problem";
import { createApi, fetchBaseQuery, retry } from "@reduxjs/toolkit/query/react";

const fromServer = fetchBaseQuery({ baseUrl: "/api" });

/** Asks again, twice, where no answer came; a refusal is an answer. */
const patient = retry(
  async (args: Parameters<typeof fromServer>[0], api, options) => {
    const result = await fromServer(args, api, options);
    // Writing is asked again by whoever pressed, never by itself.
    if (result.error && api.type === "mutation") retry.fail(result.error);
    if (result.error && typeof result.error.status === "number" && result.error.status < 500)
      retry.fail(result.error);
    return result;
  },
  { maxRetries: 2 },
);

export type FromServer = typeof patient;

export const api = createApi({
  reducerPath: "api",
  baseQuery: patient,
  tagTypes: Object.keys(HELD) as Held[],
  endpoints: () => ({}),
});

/** An error of a question, as something one can read. */
export function explain(error: unknown): { title: string; detail: string } {
  const { status, data } = (error ?? {}) as { status?: unknown; data?: Partial<Problem> };
  if (typeof status === "number" && data?.detail)
    return {
      title: data.title ?? "Not possible",
      detail: [
        data.detail,
        // What is said already is not said again.
        ...(data.errors ?? [])
          .filter(({ reason }) => !data.detail?.includes(reason))
          .map((e) => `${e.path}: ${e.reason}`),
        ...(status >= 500 && data.request ? [`The request's number is ${data.request}.`] : []),
      ].join(" "),
    };
  return {
    title: "No answer from the server",
    detail: "The connection may be down, or the server is being restarted. Nothing was lost.",
  };
}

/** Whether what went wrong may pass by itself: no answer came, or the server is at fault. */
export function isPassing(error: unknown): boolean {
  const { status } = (error ?? {}) as { status?: unknown };
  return typeof status !== "number" || status >= 500;
}

/** The faults of a refusal, by the field they belong to. */
export function faultsOf(error: unknown): Record<string, string> {
  const { data } = (error ?? {}) as { data?: Partial<Problem> };
  return Object.fromEntries((data?.errors ?? []).map(({ path, reason }) => [path, reason]));
}

/** A key for one press: the same press sent twice is done once. */
export function pressKey(): string {
  return `${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 12)}`;
}
