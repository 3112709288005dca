/** Whether the server lives, whether it is fit to be asked, and its figures behind a token. */
import { timingSafeEqual } from "node:crypto";
import { Hono } from "hono";
import { ProblemError } from "../base/problem";
import type { Env } from "../school/kit";

export interface Health {
  /** Whether requests can be answered now: the database is there, and the server is not about to end. */
  ready(): Promise<boolean>;
  /** Figures in the text format of Prometheus; null: nobody may have them. */
  figures: { token: string; type: string; text(): Promise<string> } | null;
}

export function healthRoutes(health: Health | null): Hono<Env> {
  const app = new Hono<Env>();
  app.get("/health/live", (c) => c.json({ live: true }, 200, { "cache-control": "no-store" }));
  app.get("/health/ready", async (c) => {
    if (health && !(await health.ready()))
      throw new ProblemError(
        503,
        "Not ready: the database is away, or the server is ending.",
        undefined,
        {
          "retry-after": "3",
        },
      );
    return c.json({ ready: true }, 200, { "cache-control": "no-store" });
  });
  app.get("/metrics", async (c, next) => {
    const { figures } = health ?? { figures: null };
    if (!figures) return next();
    if (!same(c.req.header("authorization") ?? "", `Bearer ${figures.token}`))
      throw new ProblemError(401, "The figures ask for their token.", undefined, {
        "www-authenticate": "Bearer",
      });
    return c.body(await figures.text(), 200, {
      "content-type": figures.type,
      "cache-control": "no-store",
    });
  });
  return app;
}

function same(given: string, right: string): boolean {
  const [a, b] = [Buffer.from(given), Buffer.from(right)];
  return a.length === b.length && timingSafeEqual(a, b);
}
