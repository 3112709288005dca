/** The server as one function of a request: the API, the application's files, and the manners both keep. */
import { type Context, Hono } from "hono";
import { csrf } from "hono/csrf";
import { HTTPException } from "hono/http-exception";
import { secureHeaders } from "hono/secure-headers";
import type { Changes } from "../jobs/changes";
import { api } from "./api";
import type { Services } from "./kit";
import { packed } from "./pack";
import { answerProblem, notFound, ProblemError } from "./problem";
import type { StaticFiles } from "./static";

export interface ServerParts extends Services {
  /** The exported application; null serves the API alone. */
  files: StaticFiles | null;
  /** Null: nobody is told of changes. */
  changes: Changes | null;
}

export function createApp({ files, changes, ...services }: ServerParts): Hono {
  const { log } = services;
  const app = new Hono();
  app.use(
    secureHeaders({
      contentSecurityPolicy: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", "data:"],
        workerSrc: ["'self'"],
        frameAncestors: ["'none'"],
      },
    }),
  );
  app.use("/api/*", csrf());
  app.use("/api/*", packed());
  app.use("/api/*", async (c, next) => {
    // Before the answer is made: a header that is added afterwards makes the framework copy it.
    c.header("cache-control", "no-store");
    await next();
  });
  app.on(["GET", "POST"], "/api/auth/*", async (c) => {
    const answer = await services.identity.handler(fromWhere(c));
    // A whole response does not take along what was set before it.
    answer.headers.set("cache-control", "no-store");
    return answer;
  });
  app.route("/api", api(services, changes));
  app.all("/api/*", () => {
    throw notFound("There is no such address in this API; /api/openapi.json lists them all.");
  });
  if (files) app.get("*", files);
  app.notFound((c) => answerProblem(c, notFound("There is nothing here."), log));
  app.onError((error, c) => answerProblem(c, readable(error), log));
  return app;
}

/** The request with the address it really came from: attempts are counted by it, so nobody may choose it. */
function fromWhere(c: Context): Request {
  const { incoming } = (c.env ?? {}) as { incoming?: { socket?: { remoteAddress?: string } } };
  const headers = new Headers(c.req.raw.headers);
  headers.set("x-forwarded-for", incoming?.socket?.remoteAddress ?? "127.0.0.1");
  return new Request(c.req.raw, { headers });
}

/** Errors that the frameworks throw, as ours. */
function readable(error: Error): Error {
  if (!(error instanceof HTTPException)) return error;
  return new ProblemError(
    error.status === 403 ? 403 : 400,
    error.message ||
      (error.status === 403
        ? "This request does not come from Dawn Gate's own page."
        : "This request is off."),
  );
}
