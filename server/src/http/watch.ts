/** What is told of each request once it is answered: for the log and the figures. No bodies, no secrets. */
import type { MiddlewareHandler } from "hono";
import { routePath } from "hono/route";
import type { Env } from "../school/kit";

export interface Answered {
  id: string;
  method: string;
  /** The route's own path, with names in place of what people put there: an address may hold a secret. */
  route: string;
  status: number;
  /** Milliseconds. */
  took: number;
  from: string;
  /** Who asked, by identifier; null: nobody who is signed in. */
  who: string | null;
  school: string | null;
}

export type Heard = (answered: Answered) => void;

export function watched(heard: Heard): MiddlewareHandler<Env> {
  return async (c, next) => {
    const begun = performance.now();
    await next();
    const context = c.get("context");
    heard({
      id: c.get("requestId"),
      method: c.req.method,
      route: routePath(c, -1),
      status: c.res.status,
      took: Math.round(performance.now() - begun),
      from: c.get("from"),
      who: context?.account?.id ?? c.get("signedIn")?.account.id ?? null,
      school: context?.slug ?? null,
    });
  };
}
