/** Signing up, in and out, with the usual package: its tables stand in a schema of their own. */
import { betterAuth } from "better-auth";
import pg from "pg";
import type { DatabaseAddress } from "../db/prepare";
import { refusal } from "../http/problem";
import type { Mailer } from "../stand-ins/mail/mail";
import { passwordFault } from "./password";
import { findActorOfSession, findSession } from "./session-store";

const OPTIONS = "-c search_path=auth -c timezone=UTC -c plan_cache_mode=force_generic_plan";
const DAY = 86_400;
const SESSION = { expiresIn: 7 * DAY, updateAge: DAY };

export interface AuthSettings {
  address: DatabaseAddress;
  /** Where the application is served, for links in mail. */
  baseUrl: string;
  secret: string;
  mailer: Mailer;
  /** Attempts are limited, except in tests that make many. */
  limitAttempts: boolean;
}

/** Somebody who is signed in. */
export interface Account {
  id: string;
  name: string;
  email: string;
}

export type Auth = ReturnType<typeof openAuth>;

export function openAuth({ address, baseUrl, secret, mailer, limitAttempts }: AuthSettings) {
  const pool = new pg.Pool({ ...address, max: 5, options: OPTIONS });
  pool.on("error", () => undefined);
  const auth = betterAuth({
    database: pool,
    baseURL: baseUrl,
    basePath: "/api/auth",
    secret,
    telemetry: { enabled: false },
    // A wrong password is an answer, not an event for the log.
    logger: { level: "error" },
    emailAndPassword: {
      enabled: true,
      minPasswordLength: 10,
      maxPasswordLength: 200,
      // An address counts once its owner has shown that the mail arrives: people are found by it.
      requireEmailVerification: true,
      revokeSessionsOnPasswordReset: true,
      sendResetPassword: async ({ user, token }) => {
        await mailer.send({
          to: user.email,
          subject: "A new password for Dawn Gate",
          text: `Somebody, probably you, asked for a new password.\n\nChoose one here within the hour:\n${baseUrl}/new-password?token=${token}\n\nIf it was not you, nothing has to be done.`,
        });
      },
    },
    emailVerification: {
      sendOnSignUp: true,
      sendOnSignIn: true,
      autoSignInAfterVerification: true,
      sendVerificationEmail: async ({ user, url }) => {
        await mailer.send({
          to: user.email,
          subject: "Your address at Dawn Gate",
          text: `Hello ${user.name},\n\nthis shows that the address is yours, and signs you in:\n${url}\n\nIf you did not sign up, nothing has to be done.`,
        });
      },
    },
    session: SESSION,
    rateLimit: { enabled: limitAttempts, storage: "database", window: 60, max: 100 },
    advanced: { cookiePrefix: "dawngate" },
  });
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
  return {
    async handler(request: Request): Promise<Response> {
      const fault = await weakPassword(request.clone());
      if (fault === null) return auth.handler(request);
      return Response.json({ message: fault }, { status: 422 });
    },
    /** Who asks, by the cookie of the request; null for nobody. */
    async accountOf(headers: Headers): Promise<Account | null> {
      const { account, toProlong } = await findSession(pool, await sessions(), headers);
      if (toProlong) await prolong(headers);
      return account;
    },
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
      const fault = passwordFault(password, [name, email]);
      if (fault !== null) throw refusal(`${fault}.`, [{ path: "password", reason: fault }]);
      await createAccount(email, name, password);
      return auth.api.signInEmail({ body: { email, password }, asResponse: true });
    },
    /** The account of an address, made now if there is none; it can sign in at once. For the demo. */
    async ensureAccount(email: string, name: string, password: string): Promise<string> {
      const { internalAdapter } = await auth.$context;
      const found = await internalAdapter.findUserByEmail(email);
      return found?.user.id ?? createAccount(email, name, password);
    },
    close: () => pool.end(),
  };
}

/** Where a password is chosen, what is wrong with it; null everywhere else. */
async function weakPassword(request: Request): Promise<string | null> {
  if (request.method !== "POST") return null;
  const chosen = /\/(sign-up\/email|reset-password)$/.test(new URL(request.url).pathname);
  if (!chosen) return null;
  const body: unknown = await request.json().catch(() => null);
  const given = (body ?? {}) as Record<string, unknown>;
  const text = (key: string) => (typeof given[key] === "string" ? given[key] : "");
  return passwordFault(text("password") || text("newPassword"), [text("name"), text("email")]);
}
