/** Who a request's cookie signs in: asked at every request, so in one statement and nothing more. */
import { createHmac, timingSafeEqual } from "node:crypto";
import { parse } from "hono/utils/cookie";
import type pg from "pg";
import type { ActorRow } from "../db/connection";
import type { Account } from "./account";

/** How sessions are kept. */
export interface SessionSettings {
  secret: string;
  /** The name of the cookie that the sign-in package sets. */
  cookie: string;
  /** In seconds: how long a session lasts, and from what age on a visit makes it last as long again. */
  expiresIn: number;
  updateAge: number;
}

export interface FoundSession {
  /** Null: nobody is signed in, or with an address that nobody has shown to be theirs. */
  account: Account | null;
  /** The session has an age at which a visit prolongs it. */
  toProlong: boolean;
}

const NOBODY: FoundSession = { account: null, toProlong: false };

/** The account of the session in these headers. */
export async function findSession(
  pool: pg.Pool,
  settings: SessionSettings,
  headers: Headers,
): Promise<FoundSession> {
  const token = tokenIn(headers, settings);
  if (token === null) return NOBODY;
  const { rows } = await pool.query<Account & { toProlong: boolean }>({
    name: "session",
    text: `select u.id, u.name, lower(u.email) as email, s.strong, s.id as session,
             s."expiresAt" - make_interval(secs => $2) <= now() as "toProlong"
           from "session" s join "user" u on u.id = s."userId"
           where s.token = $1 and s."expiresAt" > now() and u."emailVerified"`,
    values: [token, settings.expiresIn - settings.updateAge],
  });
  const [row] = rows;
  if (!row) return NOBODY;
  const { toProlong, ...account } = row;
  return { account, toProlong };
}

/** The same, with what they are in the school of an address; null where there is no such school. */
export async function findActorOfSession(
  pool: pg.Pool,
  settings: SessionSettings,
  headers: Headers,
  address: string,
): Promise<(FoundSession & { actor: ActorRow }) | null> {
  const { rows } = await pool.query({
    name: "actor",
    text: "select * from public.actor_of_session($1, $2, $3)",
    values: [address, tokenIn(headers, settings) ?? "", settings.expiresIn - settings.updateAge],
  });
  const [row] = rows;
  if (!row) return null;
  const { account_id, account_name, account_email, strong, session, to_prolong, ...actor } = row;
  const account =
    account_id === null
      ? null
      : { id: account_id, name: account_name, email: account_email, strong, session };
  return { account, toProlong: to_prolong, actor };
}

function tokenIn(headers: Headers, { secret, cookie }: SessionSettings): string | null {
  return signedValue(parse(headers.get("cookie") ?? "", cookie)[cookie] ?? "", secret);
}

/**
 * The value of a cookie as the package signs it: HMAC-SHA-256 of the value, in base64 after the last point (a test
 * signs in with the package and reads it here). Null where the signature is another.
 */
function signedValue(cookie: string, secret: string): string | null {
  const point = cookie.lastIndexOf(".");
  if (point < 1) return null;
  const value = cookie.slice(0, point);
  const given = Buffer.from(cookie.slice(point + 1), "base64");
  const right = createHmac("sha256", secret).update(value).digest();
  return given.length === right.length && timingSafeEqual(given, right) ? value : null;
}
