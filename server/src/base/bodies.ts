/**
 * What comes in, before anything works on it: a body has a limit by its route, is UTF-8 where it is text, and holds
 * nothing that our database or our arithmetic cannot hold.
 */
import { formatPath } from "@dawngate/core/plan";
import type { Context, MiddlewareHandler } from "hono";
import { ProblemError, refusal } from "./problem";

const KB = 1024;
const MB = 1024 * KB;
/** What a body may have where nothing else is said. */
export const BODY_MOST = 256 * KB;
/** Routes whose bodies are larger, by method and address. */
const LARGER: [method: string, path: RegExp, most: number][] = [
  ["POST", /^\/api\/schools\/[^/]+\/calendar-file$/, 10 * MB],
  ["POST", /^\/api\/schools\/[^/]+\/document-text$/, 10 * MB],
  ["POST", /^\/api\/schools\/[^/]+\/questions\/reading$/, 20 * MB],
  ["POST", /^\/api\/schools\/[^/]+\/courses\/[^/]+\/people-files$/, 20 * MB],
  ["POST", /^\/api\/schools\/[^/]+\/deliveries\/[^/]+$/, 20 * MB],
  ["PUT", /^\/api\/schools\/[^/]+\/courses\/[^/]+\/cover$/, 4 * MB],
  ["POST", /^\/api\/schools\/[^/]+\/courses\/[^/]+\/draft$/, 8 * MB],
  ["PUT", /^\/api\/schools\/[^/]+\/courses\/[^/]+\/draft\/lessons\/[^/]+$/, 3 * MB],
];
/** What is never held as a whole. */
const STREAMS = /^\/api\/schools\/[^/]+\/uploads(\/[^/]+)?$/;
/** All bodies that are being read at one time: whoever comes when it is used up is asked to come again. */
const AT_ONCE = 64 * MB;
/** So deep may JSON be; ours is less than twenty. */
const DEEP = 60;

let reading = 0;

/** The limit of a route's body, in bytes. */
export function bodyMost(method: string, path: string): number {
  return LARGER.find(([m, p]) => m === method && p.test(path))?.[2] ?? BODY_MOST;
}

/** Reads the body within its limit, checks it, and hands it on read. */
export function bodies(): MiddlewareHandler {
  return async (c, next) => {
    const { method, raw } = c.req;
    if (method === "GET" || method === "HEAD" || !raw.body) return next();
    // Files come as streams, which are written as they come: the protocol they come by has limits of its own.
    if (STREAMS.test(c.req.path)) return next();
    const most = bodyMost(method, c.req.path);
    const said = Number(raw.headers.get("content-length") ?? 0);
    if (said > most) throw tooLarge(most);
    let held = 0;
    const hold = (size: number) => {
      held += size;
      reading += size;
      if (reading > AT_ONCE)
        throw new ProblemError(
          503,
          "Too much is being sent at once; try again in a moment.",
          undefined,
          { "retry-after": "1" },
        );
    };
    try {
      await take(c, await read(raw.body, most, hold));
      // Kept as long as somebody works on it.
      await next();
    } finally {
      reading -= held;
    }
  };
}

/** Hands the body on as it was read and checked. */
async function take(c: Context, bytes: Uint8Array): Promise<void> {
  const { raw } = c.req;
  c.req.raw = new Request(raw, { body: bytes as Uint8Array<ArrayBuffer> });
  // The framework awaits what it finds there.
  const cache: Record<string, Promise<unknown>> = {
    arrayBuffer: Promise.resolve(bytes.slice().buffer),
  };
  if (/\bjson\b/.test(raw.headers.get("content-type") ?? "")) {
    const text = decode(bytes);
    checkJson(text);
    cache.text = Promise.resolve(text);
  }
  c.req.bodyCache = cache as never;
}

const tooLarge = (most: number) =>
  new ProblemError(
    413,
    `This is larger than ${most >= MB ? `${most / MB} MB` : `${most / KB} kB`}, which is the most that is taken here.`,
    undefined,
    // The rest of it is not wanted.
    { connection: "close" },
  );

async function read(
  body: ReadableStream<Uint8Array>,
  most: number,
  hold: (size: number) => void,
): Promise<Uint8Array> {
  const reader = body.getReader();
  const parts: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.length;
    try {
      if (size > most) throw tooLarge(most);
      hold(value.length);
    } catch (error) {
      reader.cancel().catch(() => undefined);
      throw error;
    }
    parts.push(value);
  }
  return parts.length === 1 ? (parts[0] as Uint8Array) : new Uint8Array(Buffer.concat(parts, size));
}

/** Text as UTF-8. Refused where the bytes are none. */
export function decode(bytes: Uint8Array): string {
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    throw new ProblemError(400, "The body is not UTF-8 text.");
  }
}

/** Refuses JSON that is none, and what JSON can say but nobody here can hold, each with its path. */
function checkJson(text: string): void {
  if (text === "") return;
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new ProblemError(400, "The body is not JSON.");
  }
  const faults: { path: string; reason: string }[] = [];
  walk(value, [], faults);
  if (faults.length > 0)
    throw refusal("Something in this cannot be kept; each fault says where.", faults);
}

function walk(value: unknown, path: PropertyKey[], faults: { path: string; reason: string }[]) {
  if (faults.length >= 20) return;
  const say = (reason: string) => faults.push({ path: formatPath(path), reason });
  if (typeof value === "string") {
    const fault = textFault(value);
    if (fault) say(fault);
  } else if (typeof value === "number") {
    if (!Number.isFinite(value) || (Number.isInteger(value) && !Number.isSafeInteger(value)))
      say("This number is too large to be kept exactly");
  } else if (typeof value === "object" && value !== null) {
    if (path.length >= DEEP) say("This is nested too deeply");
    else if (Array.isArray(value)) value.forEach((one, i) => walk(one, [...path, i], faults));
    else
      for (const [key, one] of Object.entries(value)) {
        const fault = textFault(key);
        if (fault) say(`${fault} (in a name)`);
        else walk(one, [...path, key], faults);
      }
  }
}

/** What keeps a text from being kept; null: nothing. */
export function textFault(text: string): string | null {
  if (text.includes("\u0000")) return "The character with the number 0 cannot be kept";
  if (/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/.test(text))
    return "Half of a character stands here (a surrogate without its other half)";
  return null;
}

/** Refuses addresses that are no UTF-8, or hold what nothing of ours is named with. */
export function addresses(): MiddlewareHandler {
  return async (c, next) => {
    const { pathname, search } = new URL(c.req.url);
    for (const part of [pathname, search.replaceAll("+", "%20")]) {
      let plain: string;
      try {
        plain = decodeURIComponent(part);
      } catch {
        throw new ProblemError(400, "The address is not UTF-8 text.");
      }
      const fault = textFault(plain);
      if (fault)
        throw new ProblemError(400, "Something in the address cannot be meant.", [
          { path: "address", reason: fault },
        ]);
    }
    if (pathname.length + search.length > 8000)
      throw new ProblemError(414, "The address is too long.");
    return next();
  };
}
