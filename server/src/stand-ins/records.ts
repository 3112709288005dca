/**
 * A learning record store to try things with, as the demo has one: it takes statements, keeps the newest in memory and
 * shows them. A real one takes its place by its address alone.
 */
import { Hono } from "hono";

/** Where it stands on the demo's own server. */
export const PRACTICE_PATH = "/practice-records/xapi";
/** So many are kept, and so much is taken at once, in bytes. */
const KEPT = 500;
const TAKEN_MOST = 1_000_000;

interface Told {
  id?: string;
}

export function practiceRecords() {
  const kept = new Map<string, Told>();
  return new Hono()
    .use(async (c, next) => {
      if (!/^Basic [\w+/=]+$/.test(c.req.header("authorization") ?? ""))
        return c.text("Give a key and a secret", 401);
      if (c.req.header("x-experience-api-version") === undefined)
        return c.text("X-Experience-API-Version is missing", 400);
      await next();
      c.header("X-Experience-API-Version", "1.0.3");
    })
    .post("/statements", async (c) => {
      if (Number(c.req.header("content-length") ?? Number.POSITIVE_INFINITY) > TAKEN_MOST)
        return c.text("Too much at once", 413);
      const body: unknown = await c.req.json().catch(() => null);
      const all = (Array.isArray(body) ? body : [body]) as (Told | null)[];
      if (all.some((one) => typeof one?.id !== "string")) return c.text("No statement", 400);
      for (const one of all as Told[]) kept.set(one.id as string, one);
      for (const id of [...kept.keys()].slice(0, Math.max(0, kept.size - KEPT))) kept.delete(id);
      return c.json(all.map((one) => one?.id));
    })
    .get("/statements", (c) => {
      const limit = Math.min(100, Math.max(1, Number(c.req.query("limit") ?? 100) || 100));
      return c.json({ statements: [...kept.values()].reverse().slice(0, limit), more: "" });
    });
}
