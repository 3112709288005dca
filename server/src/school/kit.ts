/** What every room's routes are made of: who may, what comes in, what goes out. */
import { isForAnybody, type Permission, rolesWith } from "@dawngate/contract/permissions";
import { formatPath } from "@dawngate/core/plan";
import type { Instant } from "@dawngate/core/time";
import { OpenAPIHono, type RouteConfig, type RouteHandler } from "@hono/zod-openapi";
import type { MiddlewareHandler } from "hono";
import { getCookie, setCookie } from "hono/cookie";
import type { KeptFiles } from "../base/kept-files";
import type { Outside } from "../base/outside";
import { notFound, ProblemError } from "../base/problem";
import type { Touches } from "../base/touches";
import { inTurn } from "../base/turns";
import type { ActorRow, Database } from "../db/connection";
import type { Who } from "../db/who";
import type { Threads } from "../jobs/task";
import type { Readers } from "../readers";
import type { Bounces } from "../stand-ins/mail/bounces";
import type { MailTray } from "../stand-ins/mail/store";
import type { PaymentService } from "../stand-ins/payments";
import type { TaxNumberService } from "../stand-ins/tax-numbers";
import type { Account } from "./account";
import type { Accounts } from "./auth";
import { type Context, findContext } from "./context";
import type { LimitName, Limits } from "./limits";

/** Signing in, as the routes need it. */
export interface Identity {
  /** Answers a request of the sign-in routes; `from` is the address it came from. */
  handler(request: Request, from: string): Promise<Response>;
  accountOf(headers: Headers): Promise<Account | null>;
  /** Who asks, and what they are in the school of an address; null where there is no such school. */
  actorIn(
    address: string,
    headers: Headers,
  ): Promise<{ account: Account | null; actor: ActorRow } | null>;
  welcome(email: string, name: string, password: string): Promise<Response | null>;
  /** Gives an account without a password one. */
  choosePassword(account: Account, password: string): Promise<void>;
  /** What an account is made of beside its rows in schools: its sessions, its ways to sign in. */
  accounts: Accounts;
}

/** What routes need from outside. */
export interface Services {
  db: Database;
  identity: Identity;
  /** Null where a real mail server is set, or nobody may read the simulated one. */
  tray: MailTray | null;
  /** The payment service; null: nothing that costs can be sold. */
  payments: PaymentService | null;
  /** Mails that came back; null: nobody tells. */
  bounces: Bounces | null;
  /** How addresses that a school gives are asked. */
  outside: Outside;
  /** Whether a company's tax number is registered. */
  numbers: TaxNumberService;
  /** Whose links a browser has followed. */
  touches: Touches;
  /** Where files are kept; null: none can be brought. */
  kept: KeptFiles | null;
  threads: Threads;
  readers: Readers;
  limits: Limits;
  /** The clock: asked once a request, by the guard, and by nobody else. */
  now(): Instant;
  log(line: string): void;
  /** So long somebody waits for a ripple before they are told how far it has come; left out: a second. */
  patience?: number;
  /** Where the application is served, for links in mail. */
  baseUrl: string;
  /** So many seconds old may be what is read from a copy of the database; left out: there is none. */
  lag?: number | undefined;
  /** The school shown to somebody who gives no address. */
  homeSchool: string | null;
}

/** Somebody who is signed in, in whatever school, at the request's one instant. */
export interface SignedIn {
  account: Account;
  who: Who;
  now: Instant;
}

/** What a guard leaves for the route. */
export interface Env {
  Variables: {
    context: Context;
    signedIn: SignedIn;
    requestId: string;
    /** The address the request came from. */
    from: string;
  };
}

/**
 * The routes of a room. Each is checked by itself: the package adds up the types of all of them, which nobody reads here,
 * and with which the compiler took half of its time.
 */
export interface Router extends Omit<OpenAPIHono<Env>, "openapi"> {
  openapi<R extends RouteConfig>(route: R, handler: RouteHandler<R, Env>): Router;
}

/** A router whose refusals of what comes in become problem details with a path each. */
export function router(): Router {
  const made = new OpenAPIHono<Env>({
    defaultHook: (result) => {
      if (result.success) return;
      const inAddress = result.target === "query" || result.target === "param";
      throw new ProblemError(
        inAddress ? 400 : 422,
        inAddress
          ? "Something in the request's address is off; each fault says where."
          : "Something is missing or off; each fault says where. Nothing was written.",
        result.error.issues.slice(0, 100).map(({ path, message }) => ({
          path: formatPath(path),
          reason: message,
        })),
      );
    },
  });
  return made as unknown as Router;
}

/**
 * Lets only those pass who have a permission in the school of the address, within what they may reach, and leaves the
 * request's context: who acts, as what, at which instant.
 *
 * @example app.use("/schools/:school/things", may(services, "courses.edit"))
 */
export function may(
  services: Services,
  permission: Permission,
  mayLag = false,
): MiddlewareHandler<Env> {
  return async (c, next) => {
    const slug = c.req.param("school") ?? "";
    const context = await findContext(services, slug, c.req.raw.headers, services.now());
    if (!context.may(permission)) {
      if (context.role === "nobody")
        throw new ProblemError(401, "Sign in to see this, with the address the school knows.");
      throw new ProblemError(403, whyNot(permission));
    }
    if (context.deletedAt !== null && permission !== "school.take")
      throw notFound("This school was deleted. Its owners can still bring it back.");
    if (context.needsSecondStep && !isForAnybody(permission))
      throw new ProblemError(
        403,
        "This school asks its staff for a second step when they sign in. Set one up under Me, Security, and sign in with it.",
        undefined,
        {},
        "urn:dawn-gate:second-step",
      );
    const course = c.req.param("course");
    if (course !== undefined && !context.reaches(course) && !isForAnybody(permission))
      throw notFound(`There is no course "${course}" in this school.`);
    // Whoever has just changed something finds it changed.
    const lagging = mayLag && services.lag !== undefined && getCookie(c, WROTE) === undefined;
    c.set("context", { ...context, lagging });
    const thing = c.req.param("enrollment") ?? course;
    if (thing === undefined || c.req.method === "GET") return next();
    await inTurn(`${context.school} ${thing}`, next);
  };
}

function whyNot(permission: Permission): string {
  const roles = rolesWith(permission);
  if (roles.length === 1) return "This is for the school's owners.";
  return `This is for the school's ${roles.join("s, ")}s. An owner can invite you.`;
}

/** The cookie of somebody who has just changed something. */
const WROTE = "dawngate.wrote";

/** Remembers, with whoever changes something, that they have: for longer than a copy of the database may be behind. */
export function remembersWriting({
  lag,
  baseUrl,
}: Pick<Services, "lag" | "baseUrl">): MiddlewareHandler {
  return async (c, next) => {
    await next();
    if (lag !== undefined && c.req.method !== "GET" && c.req.method !== "HEAD")
      setCookie(c, WROTE, "1", {
        maxAge: Math.ceil(lag) + 2,
        path: "/api",
        httpOnly: true,
        sameSite: "Lax",
        secure: baseUrl.startsWith("https:"),
      });
  };
}

/** Lets pass whoever is signed in, in whatever school. */
export function signedIn({ identity, now }: Services): MiddlewareHandler<Env> {
  return async (c, next) => {
    const at = now();
    const account = await identity.accountOf(c.req.raw.headers);
    if (!account) throw new ProblemError(401, "Sign in first.");
    const { id, name } = account;
    c.set("signedIn", { account, who: { kind: "account", id, name }, now: at });
    await next();
  };
}

/** Counts how often one does this, by account and by address; refuses with how long to wait. */
export function limited({ limits }: Services, name: LimitName): MiddlewareHandler<Env> {
  return async (c, next) => {
    const account = c.get("context")?.account ?? c.get("signedIn")?.account;
    await limits.count(name, {
      address: c.get("from") ?? "127.0.0.1",
      account: account?.id ?? null,
    });
    await next();
  };
}
