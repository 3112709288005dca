/** The server as one function of a request: the API, the application's files, and the manners both keep. */
import { Hono } from "hono";
import { compress } from "hono/compress";
import { secureHeaders } from "hono/secure-headers";
import { api } from "./api";
import type { Services } from "./kit";
import { answerProblem, notFound } from "./problem";
import type { StaticFiles } from "./static";

export interface ServerParts extends Services {
  /** The exported application; null serves the API alone. */
  files: StaticFiles | null;
  log(line: string): void;
}

export function createApp({ files, log, ...services }: ServerParts): Hono {
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
  app.use("/api/*", compress());
  app.use("/api/*", async (c, next) => {
    await next();
    c.header("cache-control", "no-store");
  });
  app.route("/api", api(services));
  app.all("/api/*", () => {
    throw notFound("There is no such address in this API; /api/openapi.json lists them all.");
  });
  if (files) app.get("*", files);
  app.notFound((c) => answerProblem(c, notFound("There is nothing here."), log));
  app.onError((error, c) => answerProblem(c, error, log));
  return app;
}
