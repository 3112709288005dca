/** Answers packed in one go: they are whole when they leave, so nothing is gained by a stream, which costs more. */
import { gzipSync } from "node:zlib";
import type { Context, MiddlewareHandler } from "hono";

/** Below this many bytes an answer fits a network packet as it is. */
const WORTH_IT = 1024;

/**
 * Packs what routes answer by `c.json`, for whoever takes gzip. The text is packed where it is made: to pack a
 * response that is made already would unmake and copy it first, which took longer than the packing.
 */
export function packed(): MiddlewareHandler {
  return async (c, next) => {
    c.header("vary", "Accept-Encoding");
    if (takesGzip(c.req.header("accept-encoding") ?? "")) c.json = packing(c);
    await next();
  };
}

function takesGzip(accepted: string): boolean {
  return /\bgzip\b(?!\s*;\s*q=0(\.0*)?\s*(,|$))/.test(accepted);
}

function packing(c: Context): Context["json"] {
  const plain = c.json;
  const json = (value: unknown, ...rest: unknown[]) => {
    const text = JSON.stringify(value);
    if (text.length < WORTH_IT || rest.length > 1) return plain(value, ...(rest as []));
    // Level 3 takes half the time of 6 and leaves a tenth more.
    return c.body(gzipSync(text, { level: 3 }), rest[0] as 200, {
      "content-type": "application/json",
      "content-encoding": "gzip",
    });
  };
  return json as Context["json"];
}
