/** What the server says when it says no (RFC 9457), and the errors that stand for it inside. */
import type { Problem } from "@dawngate/contract/problem";
import type { Context } from "hono";
import { databaseState } from "../db/pool";

type Status = 400 | 401 | 403 | 404 | 409 | 413 | 414 | 422 | 429 | 500 | 503;

const TITLES: Record<Status, string> = {
  400: "The request is off",
  401: "Sign in first",
  403: "Not for you",
  404: "Not here",
  409: "This is taken",
  413: "Too large",
  414: "Too long",
  422: "The input is refused",
  429: "Too often",
  500: "Something broke on our side",
  503: "Not ready",
};

/** Thrown where a request cannot be answered; becomes problem details at the border. */
export class ProblemError extends Error {
  constructor(
    readonly status: Status,
    readonly detail: string,
    readonly errors?: { path: string; reason: string }[],
    readonly headers: Record<string, string> = {},
    /** What kind of problem, where somebody's program has to know it. */
    readonly type = "about:blank",
  ) {
    super(detail);
  }
}

export const notFound = (detail: string) => new ProblemError(404, detail);

/** A conflict with what stands there already. */
export const conflict = (detail: string) => new ProblemError(409, detail);

/** Input that is refused, with each fault at its place. */
export const refusal = (detail: string, errors?: { path: string; reason: string }[]) =>
  new ProblemError(422, detail, errors);

/** Too often: again after so many seconds (RFC 6585, 4). */
export const tooOften = (seconds: number, what = "That was too often") =>
  new ProblemError(429, `${what}; try again in ${sayWait(seconds)}.`, undefined, {
    "retry-after": String(Math.max(1, Math.ceil(seconds))),
  });

function sayWait(seconds: number): string {
  const whole = Math.max(1, Math.ceil(seconds));
  if (whole < 90) return whole === 1 ? "a second" : `${whole} seconds`;
  return `${Math.ceil(whole / 60)} minutes`;
}

/** What the database refuses that no schema saw coming: it is the input's fault, not ours. */
const UNKEEPABLE = new Set(["22003", "22007", "22008", "22021", "22P02", "22P05", "54000"]);
const TAKEN = new Set(["23505", "23503"]);

/** What an error means to whoever asked. */
export function asProblem(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  const state = databaseState(error);
  if (state === "away")
    return new ProblemError(
      503,
      "The database is being restarted. Nothing was changed; try again in a few seconds.",
      undefined,
      { "retry-after": "3" },
    );
  if (state === "busy")
    return new ProblemError(
      503,
      "Somebody else is changing the same thing at this moment. Nothing was changed; try again.",
      undefined,
      { "retry-after": "1" },
    );
  const { code } = (error ?? {}) as { code?: string };
  if (code !== undefined && UNKEEPABLE.has(code))
    return refusal("Something in this cannot be kept. Nothing was written.");
  if (code !== undefined && TAKEN.has(code))
    return conflict("Somebody was quicker, or what this belongs to is gone. Look again.");
  return new ProblemError(
    500,
    "Nothing was changed. Try again; if it happens again, tell whoever runs this server, with the request's number.",
  );
}

/** The answer for an error, whatever it is. What we did not foresee is told to the log, not to the caller. */
export function answerProblem(c: Context, error: unknown, log: (line: string) => void): Response {
  const known = asProblem(error);
  const request = c.get("requestId") as string | undefined;
  if (known.status === 500) {
    const what = error instanceof Error ? (error.stack ?? error.message) : String(error);
    log(request === undefined ? what : `${request} ${what}`);
  }
  const problem: Problem = {
    type: known.type,
    title: TITLES[known.status],
    status: known.status,
    detail: known.detail,
    ...(request !== undefined && { request }),
    ...(known.errors && { errors: known.errors }),
  };
  return c.body(JSON.stringify(problem), known.status, {
    ...known.headers,
    "content-type": "application/problem+json",
  });
}
