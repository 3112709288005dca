/** Reading from the server. Each room adds its own questions. */
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

/** What answers hold, so that what changes them has them asked for again. */
const TAGS = [
  "Me",
  "School",
  "Members",
  "Courses",
  "Course",
  "People",
  "Timeline",
  "Draft",
  "Cover",
  "Public",
  "Shelf",
  "Mine",
  "Record",
  "Versions",
  "Mail",
  "Security",
  "Changes",
  "FailedWork",
  "Remarks",
] as const;

export const api = createApi({
  reducerPath: "api",
  baseQuery: patient,
  tagTypes: TAGS,
  endpoints: () => ({}),
});

/** A path of the API with its parts made safe. */
export function path(...parts: string[]): string {
  return `/${parts.map(encodeURIComponent).join("/")}`;
}

/** What is said of a request; the rest is left out of its address. */
export const given = (params: object) =>
  Object.fromEntries(Object.entries(params).filter(([, value]) => value != null && value !== ""));

/** Lists that come page by page: each answer says where the next one begins. */
export const pages = {
  initialPageParam: null,
  getNextPageParam: <T>({ next }: { next: T | null }) => next ?? undefined,
};

/** An error of a question, as something one can read. */
export function explain(error: unknown): { title: string; detail: string } {
  const { status, data } = (error ?? {}) as { status?: unknown; data?: Partial<Problem> };
  if (typeof status === "number" && data?.detail)
    return {
      title: data.title ?? "Not possible",
      detail: [
        data.detail,
        ...(data.errors ?? []).map((e) => `${e.path}: ${e.reason}`),
        ...(status >= 500 && data.request ? [`The request's number is ${data.request}.`] : []),
      ].join(" "),
    };
  return {
    title: "No answer from the server",
    detail: "The connection may be down, or the server is being restarted. Nothing was lost.",
  };
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
