/** What the server says when it says no (RFC 9457), and the errors that stand for it inside. */
import type { Problem } from "@dawngate/contract";
import type { Context } from "hono";

type Status = 400 | 401 | 403 | 404 | 409 | 413 | 422 | 500 | 503;

const TITLES: Record<Status, string> = {
  400: "The request is off",
  401: "Sign in first",
  403: "Not for you",
  404: "Not here",
  409: "This is taken",
  413: "Too large",
  422: "The input is refused",
  500: "Something broke on our side",
  503: "Not ready",
};

/** Thrown where a request cannot be answered; becomes problem details at the border. */
export class ProblemError extends Error {
  constructor(
    readonly status: Status,
    readonly detail: string,
    readonly errors?: { path: string; reason: string }[],
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

/** The answer for an error, whatever it is. What we did not foresee is told to the log, not to the caller. */
export function answerProblem(c: Context, error: unknown, log: (line: string) => void): Response {
  const known =
    error instanceof ProblemError
      ? error
      : new ProblemError(
          500,
          "Nothing was changed. Try again; if it happens again, tell whoever runs this server.",
        );
  if (known !== error) log(error instanceof Error ? (error.stack ?? error.message) : String(error));
  const problem: Problem = {
    type: "about:blank",
    title: TITLES[known.status],
    status: known.status,
    detail: known.detail,
    ...(known.errors && { errors: known.errors }),
  };
  return c.body(JSON.stringify(problem), known.status, {
    "content-type": "application/problem+json",
  });
}
