/**
 * Signing up, in and out, with the usual package: its tables stand in a schema of their own. An account is made by
 * whoever comes by a link that was mailed to its address, and by nothing else: an address that nobody has proven has no
 * account, no password and no session.
 */

import { createHash } from "node:crypto";
import { passkey } from "@better-auth/passkey";
import { SIGN_IN_ROUTES, type SignInRoute } from "@dawngate/contract/account";
import { formatPath } from "@dawngate/core/plan";
import { APIError, betterAuth } from "better-auth";
import { magicLink, twoFactor } from "better-auth/plugins";
import type pg from "pg";
import { type Letter, writeLetter } from "../base/letter";
import { ProblemError, refusal } from "../base/problem";
import type { DatabaseAddress } from "../db/address";
import { BACKGROUND, sturdyPool } from "../db/pool";
import { followOutside } from "../jobs/outbox";
import type { Account } from "./account";
import { openAccounts, RESET } from "./account-store";
import { readable } from "./auth-refusals";
import { type Limits, NO_LIMITS } from "./limits";
import { passwordFault } from "./password";
import { findActorOfSession, findSession } from "./session-store";

export type { Accounts } from "./account-store";

const OPTIONS = "-c search_path=auth -c timezone=UTC -c plan_cache_mode=force_generic_plan";
const SECONDS_A_DAY = 86_400;
const SESSION = { expiresIn: 7 * SECONDS_A_DAY, updateAge: SECONDS_A_DAY };
/** A link that signs in counts for so long, in seconds. */
const LINK = 1800;
/** Ways of signing in that took a second step: a code beside the password, or a key that its owner unlocked. */
const STRONG = ["/passkey/verify-authentication", "/two-factor/verify"];
const CODE_ROUTE = "/two-factor/verify-totp";
/** A one-time code is let in one step early and one late, of half a minute each; in milliseconds. */
const CODE_COUNTS = 3 * 30_000;

export interface AuthSettings {
  address: DatabaseAddress;
  /** Where the application is served, for links in mail. */
  baseUrl: string;
  /** Signs sessions. */
  secret: string;
  limits?: Limits;
  log?(line: string): void;
}

export type Auth = ReturnType<typeof openAuth>;

/** The pool of connections that sign-in uses. */
export const openAuthPool = (address: DatabaseAddress): pg.Pool =>
  sturdyPool({ ...address, max: 5, options: OPTIONS }, { ...BACKGROUND, statement: 15_000 });

export function openAuth({
  address,
  baseUrl,
  secret,
  limits = NO_LIMITS,
  log = () => undefined,
}: AuthSettings) {
  const pool = openAuthPool(address);
  const url = new URL(baseUrl);
  const loopback = ["127.0.0.1", "localhost"].includes(url.hostname);
  const origins = loopback
    ? ["127.0.0.1", "localhost"].map((host) => `${url.protocol}//${host}:${url.port}`)
    : [url.origin];
  const mail = (to: string, letter: Omit<Letter, "from">) =>
    followOutside(pool, "mail", { to, ...writeLetter({ ...letter, from: null }) });
  const auth = betterAuth({
    appName: "Dawn Gate",
    database: pool,
    baseURL: baseUrl,
    basePath: "/api/auth",
    secret,
    trustedOrigins: origins,
    telemetry: { enabled: false },
    // A wrong password is an answer, not an event for the log.
    logger: {
      level: "error",
      log: (_level, message, ...more) => log([message, ...more].map(String).join(" ")),
    },
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 10,
      maxPasswordLength: 200,
      requireEmailVerification: true,
      revokeSessionsOnPasswordReset: true,
      sendResetPassword: ({ user, token }) =>
        mail(user.email, {
          subject: "A new password for Dawn Gate",
          says: ["Somebody, probably you, asked for a new password. Choose one within the hour."],
          button: { label: "Choose a password", url: `${baseUrl}/new-password?token=${token}` },
          small: ["If it was not you, nothing has to be done."],
        }),
    },
    // Whoever reads the database finds no link that gives an account a new password.
    verification: { storeIdentifier: { default: "plain", overrides: { [RESET]: "hashed" } } },
    session: {
      ...SESSION,
      additionalFields: {
        strong: { type: "boolean", required: false, defaultValue: false, input: false },
      },
    },
    databaseHooks: {
      session: {
        create: {
          before: async (session, ctx) => {
            if (ctx?.path === CODE_ROUTE) await useUp(session.userId, String(ctx.body?.code));
            return {
              data: { ...session, strong: STRONG.some((path) => ctx?.path?.startsWith(path)) },
            };
          },
        },
      },
    },
    // Counted by ours (http/limits.ts), by address and by account, apart.
    rateLimit: { enabled: false },
    advanced: { cookiePrefix: "dawngate" },
    plugins: [
      magicLink({
        expiresIn: LINK,
        storeToken: "hashed",
        sendMagicLink: ({ email, token, metadata }) => {
          const to =
            typeof metadata?.to === "string" ? `&to=${encodeURIComponent(metadata.to)}` : "";
          return mail(email, {
            subject: "Your way into Dawn Gate",
            says: [
              "Somebody, probably you, asked to come in with this address. The link is good for half an hour.",
            ],
            button: { label: "Come in", url: `${baseUrl}/enter?token=${token}${to}` },
            small: [
              "If it was not you, nothing has to be done: without this mail nobody comes in.",
            ],
          });
        },
      }),
      twoFactor({ issuer: "Dawn Gate", allowPasswordless: true, skipVerificationOnEnable: false }),
      passkey({
        rpID: loopback ? "localhost" : url.hostname,
        rpName: "Dawn Gate",
        origin: origins,
        authenticatorSelection: { residentKey: "required", userVerification: "required" },
        authentication: {
          afterVerification: async ({ verification }) => {
            // A key that anybody who finds it could press is no second step.
            if (!verification.authenticationInfo.userVerified)
              throw new ProblemError(401, "This passkey was used without being unlocked.");
          },
        },
      }),
    ],
  });
  /** A one-time code signs in once (RFC 6238, 5.2), however often it is sent at the same instant. */
  async function useUp(account: string, code: string): Promise<void> {
    const { internalAdapter } = await auth.$context;
    const first = await internalAdapter.reserveVerificationValue({
      identifier: `used-code:${account}:${code}`,
      value: account,
      expiresAt: new Date(Date.now() + CODE_COUNTS),
    });
    if (!first) throw new APIError("UNAUTHORIZED", { code: "USED_CODE" });
  }
  /** An account whose address is known to be its owner's: no mail is sent to ask. */
  async function createAccount(email: string, name: string, password: string): Promise<string> {
    const { internalAdapter, password: passwords } = await auth.$context;
    const user = await internalAdapter.createUser(
      { email: email.toLowerCase(), name, emailVerified: true },
      { method: "admin" },
    );
    await internalAdapter.linkAccount({
      userId: user.id,
      accountId: user.id,
      providerId: "credential",
      password: await passwords.hash(password),
    });
    return user.id;
  }
  const sessions = async () => {
    const { authCookies } = await auth.$context;
    return { secret, cookie: authCookies.sessionToken.name, ...SESSION };
  };
  /** The package prolongs what it issued. */
  const prolong = (headers: Headers) => auth.api.getSession({ headers });
  const accountOf = async (headers: Headers): Promise<Account | null> => {
    const { account, toProlong } = await findSession(pool, await sessions(), headers);
    if (toProlong) await prolong(headers);
    return account;
  };
  const accounts = openAccounts(pool, {
    hash: async (password) => (await auth.$context).password.hash(password),
  });

  async function handle(request: Request, from: string): Promise<Response> {
    const { pathname, searchParams } = new URL(request.url);
    const route = `${request.method} ${pathname.slice("/api/auth".length)}` as SignInRoute;
    const schema = Object.hasOwn(SIGN_IN_ROUTES, route) ? SIGN_IN_ROUTES[route] : undefined;
    if (!schema)
      throw new ProblemError(
        404,
        "There is no such address in this API; /api/openapi.json lists them all.",
      );
    const raw =
      request.method === "GET"
        ? Object.fromEntries(searchParams)
        : await request.json().catch(() => ({}));
    const parsed = schema.safeParse(raw);
    if (!parsed.success)
      throw refusal(
        "Something is missing or off; each fault says where. Nothing was written.",
        parsed.error.issues.map(({ path, message }) => ({
          path: formatPath(path),
          reason: message,
        })),
      );
    const given = parsed.data as Record<string, unknown>;
    const text = (key: string) => (typeof given[key] === "string" ? (given[key] as string) : "");
    const again = (body: Record<string, unknown>) =>
      new Request(request.url, {
        method: request.method,
        headers: request.headers,
        ...(request.method !== "GET" && { body: JSON.stringify(body) }),
      });
    switch (route) {
      case "POST /sign-in/email": {
        const mailed = text("email").toLowerCase();
        await limits.count("sign-in", { address: from, account: null });
        await limits.guessing.check(mailed);
        const response = await auth.handler(again(given));
        if (response.status === 401 || response.status === 403)
          await limits.guessing.failed(mailed);
        else if (response.ok) await limits.guessing.right(mailed);
        return response;
      }
      case "POST /sign-in/magic-link": {
        await limits.count("mail", { address: from, account: text("email").toLowerCase() });
        await accounts.asked(text("email"));
        const { to, ...rest } = given;
        return auth.handler(again({ ...rest, metadata: { to } }));
      }
      case "POST /request-password-reset":
        await limits.count("mail", { address: from, account: text("email").toLowerCase() });
        return auth.handler(again(given));
      case "GET /magic-link/verify":
        return enter(again(given), text("token"), from);
      case "POST /reset-password": {
        await limits.count("sign-in", { address: from, account: null });
        await checkPassword(text("newPassword"), await accounts.ownerOfReset(text("token")));
        return auth.handler(again(given));
      }
      case "POST /change-password": {
        const account = await accountOf(request.headers);
        await limits.count("account", { address: from, account: account?.id ?? null });
        await checkPassword(text("newPassword"), account);
        return auth.handler(again({ ...given, revokeOtherSessions: true }));
      }
      case "POST /passkey/verify-authentication":
      case "POST /two-factor/verify-totp":
      case "POST /two-factor/verify-backup-code":
      case "POST /two-factor/disable":
      case "POST /two-factor/enable":
      case "POST /two-factor/generate-backup-codes":
        await limits.count("sign-in", { address: from, account: null });
        return auth.handler(again(given));
      default:
        return auth.handler(again(given));
    }
  }

  async function checkPassword(password: string, of: { name: string; email: string } | null) {
    const fault = await passwordFault(password, of ? [of.name, of.email] : []);
    if (fault !== null) throw refusal(`${fault}.`, [{ path: "password", reason: fault }]);
  }

  /** Coming in by a link: it proves the address. Whoever has set up a second step is not let past it. */
  async function enter(request: Request, token: string, from: string): Promise<Response> {
    await limits.count("sign-in", { address: from, account: null });
    // Nobody is signed in as somebody else by a page of another site that asks for this address.
    const site = request.headers.get("sec-fetch-site");
    if (site !== null && site !== "same-origin")
      throw new ProblemError(403, "This request does not come from Dawn Gate's own page.");
    const hashed = createHash("sha256").update(token).digest("base64url");
    const held = await accounts.behindLink(hashed);
    if (held?.twoFactor)
      throw new ProblemError(
        403,
        "This account asks for a second step. Sign in with its password, or with a passkey.",
        undefined,
        {},
        "urn:dawn-gate:second-step",
      );
    const response = await auth.handler(request);
    if (!response.ok || !held)
      throw new ProblemError(
        404,
        "This link was used, or has run out. Ask for another; the newest one counts.",
      );
    const { user } = (await response.json()) as { user: { id: string } };
    const body = {
      isNew: held.account === null,
      hasPassword: await accounts.hasPassword(user.id),
      askedBefore: held.account === null ? Math.max(0, held.asked - 1) : 0,
    };
    await accounts.proven(held.email);
    const headers = new Headers({ "content-type": "application/json" });
    for (const cookie of response.headers.getSetCookie()) headers.append("set-cookie", cookie);
    return new Response(JSON.stringify(body), { headers });
  }

  return {
    pool,
    accounts,
    /** Answers a request of the sign-in routes; `from` is the address it came from. */
    async handler(request: Request, from = "127.0.0.1"): Promise<Response> {
      const response = await handle(request, from);
      return response.status < 400 ? response : readable(response);
    },
    /** Who asks, by the cookie of the request; null for nobody. */
    accountOf,
    /** Who asks, and what they are in the school of an address; null where there is no such school. */
    async actorIn(address: string, headers: Headers) {
      const found = await findActorOfSession(pool, await sessions(), headers, address);
      if (found?.toProlong) await prolong(headers);
      return found;
    },
    /**
     * An account for somebody who came by a link that was mailed to them, which proves the address; null where
     * the address has an account already. Answers with the cookies that sign them in.
     */
    async welcome(email: string, name: string, password: string): Promise<Response | null> {
      const { internalAdapter } = await auth.$context;
      if (await internalAdapter.findUserByEmail(email)) return null;
      await checkPassword(password, { name, email });
      try {
        await createAccount(email, name, password);
      } catch (error) {
        // The same press twice: the other one made it.
        if (await internalAdapter.findUserByEmail(email)) return null;
        throw error;
      }
      await accounts.proven(email);
      return auth.api.signInEmail({ body: { email, password }, asResponse: true });
    },
    /** The account of an address, made now if there is none; it can sign in at once. For the demo. */
    async ensureAccount(email: string, name: string, password: string): Promise<string> {
      const { internalAdapter } = await auth.$context;
      const found = await internalAdapter.findUserByEmail(email);
      return found?.user.id ?? createAccount(email, name, password);
    },
    /** Gives an account without a password one. */
    async choosePassword(account: Account, password: string): Promise<void> {
      await checkPassword(password, account);
      await accounts.setFirstPassword(account.id, password);
    },
    close: () => pool.end(),
  };
}
