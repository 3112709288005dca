/**
 * A push service to try things with, as the demo has one, and the browsers that listen at it: it gives out
 * subscriptions, takes messages as RFC 8030 has it from whoever signs as RFC 8292 has it, and shows what the browser
 * would. A real browser brings its own, and nothing is to be set for it.
 */
import {
  createECDH,
  createPublicKey,
  type ECDH,
  randomBytes,
  randomUUID,
  verify,
} from "node:crypto";
import { type Context, Hono } from "hono";
import { decrypt } from "./decrypt";

/** Where it stands on the demo's own server. */
export const PRACTICE_PUSH = "/practice-push";
/** So many browsers listen, the newest, and so many messages of each are kept. */
const BROWSERS = 500;
const MESSAGES = 50;
/** A push service takes no more (RFC 8030, 7.2). */
const TAKEN_MOST = 4096;

interface Browser {
  /** The key of the one whose messages it takes. */
  of: string;
  pair: ECDH;
  secret: Buffer;
  messages: string[];
}

export function practicePush() {
  const browsers = new Map<string, Browser>();
  return new Hono()
    .post("/", async (c) => {
      const { key } = (await c.req.json().catch(() => ({}))) as { key?: unknown };
      if (typeof key !== "string" || key.length > 100) return c.text("Whose messages?", 400);
      const id = randomUUID();
      const pair = createECDH("prime256v1");
      pair.generateKeys();
      const secret = randomBytes(16);
      browsers.set(id, { of: key, pair, secret, messages: [] });
      for (const old of [...browsers.keys()].slice(0, Math.max(0, browsers.size - BROWSERS)))
        browsers.delete(old);
      const keys = {
        p256dh: pair.getPublicKey().toString("base64url"),
        auth: secret.toString("base64url"),
      };
      return c.json({ endpoint: `${c.req.url.replace(/\/$/, "")}/${id}`, keys }, 201);
    })
    .post("/:id", async (c) => {
      const browser = browsers.get(c.req.param("id"));
      if (!browser) return c.text("No such subscription", 410);
      const refused = refusalOf(c, browser.of);
      if (refused) return refused;
      const body = Buffer.from(await c.req.arrayBuffer());
      if (body.length > TAKEN_MOST) return c.text("Too much", 413);
      const said = decrypt(browser.pair, browser.secret, body);
      if (said === null) return c.text("Not for this browser", 400);
      browser.messages.push(said);
      browser.messages.splice(0, browser.messages.length - MESSAGES);
      return c.body(null, 201, { location: `${c.req.url}/messages/${browser.messages.length}` });
    })
    .get("/:id", (c) => {
      const browser = browsers.get(c.req.param("id"));
      if (!browser) return c.text("No such subscription", 404);
      return c.json(browser.messages.map((one) => JSON.parse(one) as unknown));
    })
    .delete("/:id", (c) => {
      browsers.delete(c.req.param("id"));
      return c.body(null, 204);
    });
}

/** What a message lacks; null: it may come in. */
function refusalOf(c: Context, of: string): Response | null {
  if (!/^\d+$/.test(c.req.header("ttl") ?? "")) return c.text("TTL is missing", 400);
  if (c.req.header("content-encoding") !== "aes128gcm") return c.text("Another encoding", 415);
  const given = /^vapid t=([\w.-]+), ?k=([\w-]+)$/.exec(c.req.header("authorization") ?? "");
  if (!given) return c.text("Who sends it?", 401);
  const [, token = "", key = ""] = given;
  if (key !== of || !isSigned(token, key, new URL(c.req.url).origin))
    return c.text("Of somebody else", 403);
  return null;
}

const DAY = 24 * 3600;

/** A token (RFC 7519) for this service, that holds, signed with the key it names (ES256, RFC 7518). */
function isSigned(token: string, key: string, origin: string): boolean {
  const [head = "", claims = "", sign = ""] = token.split(".");
  const point = Buffer.from(key, "base64url");
  const publicKey = createPublicKey({
    format: "jwk",
    key: {
      kty: "EC",
      crv: "P-256",
      x: point.subarray(1, 33).toString("base64url"),
      y: point.subarray(33).toString("base64url"),
    },
  });
  const signed = Buffer.from(`${head}.${claims}`);
  const form = { key: publicKey, dsaEncoding: "ieee-p1363" as const };
  if (!verify("sha256", signed, form, Buffer.from(sign, "base64url"))) return false;
  const { aud, exp, sub } = JSON.parse(Buffer.from(claims, "base64url").toString()) as {
    aud?: string;
    exp?: number;
    sub?: string;
  };
  const left = (exp ?? 0) - Date.now() / 1000;
  return aud === origin && left > 0 && left <= DAY && /^(mailto|https):/.test(sub ?? "");
}
