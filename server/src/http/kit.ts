/** What every room's routes are made of: who may, what comes in, what goes out. */
import { problem, type Role } from "@dawngate/contract";
import { formatPath, planFields } from "@dawngate/core/plan";
import type { Instant } from "@dawngate/core/time";
import { OpenAPIHono, z } from "@hono/zod-openapi";
import type { MiddlewareHandler } from "hono";
import type { ActorRow, Database } from "../db/connection";
import type { Jobs } from "../jobs/jobs";
import { type Actor, findActor } from "../school/actor";
import type { Account } from "../school/auth";
import type { Mailer } from "../stand-ins/mail/mail";
import type { MailTray } from "../stand-ins/mail/store";
import { ProblemError } from "./problem";

/** Signing in, as the routes need it. */
export interface Identity {
  handler(request: Request): Promise<Response>;
  accountOf(headers: Headers): Promise<Account | null>;
  /** Who asks, and what they are in the school of an address; null where there is no such school. */
  actorIn(
    address: string,
    headers: Headers,
  ): Promise<{ account: Account | null; actor: ActorRow } | null>;
  welcome(email: string, name: string, password: string): Promise<Response | null>;
}

/** What routes need from outside. */
export interface Services {
  db: Database;
  identity: Identity;
  mailer: Mailer;
  /** Null where a real mail server is set. */
  tray: MailTray | null;
  jobs: Jobs;
  now(): Instant;
  log(line: string): void;
  /** So long somebody waits for a ripple before they are told how far it has come; left out: a second. */
  patience?: number;
  /** Where the application is served, for links in mail. */
  baseUrl: string;
  /** The school shown to somebody who gives no address. */
  homeSchool: string | null;
}

/** What a guard leaves for the route. */
export interface Env {
  Variables: { actor: Actor; account: Account };
}

/** A router whose refusals of what comes in become problem details with a path each. */
export function router() {
  return new OpenAPIHono<Env>({
    defaultHook: (result) => {
      if (result.success) return;
      const inAddress = result.target === "query" || result.target === "param";
      throw new ProblemError(
        inAddress ? 400 : 422,
        inAddress
          ? "Something in the request's address is off; each fault says where."
          : "Something is missing or off; each fault says where. Nothing was written.",
        result.error.issues.map(({ path, message }) => ({
          path: formatPath(path),
          reason: message,
        })),
      );
    },
  });
}

const ALL: readonly Role[] = ["owner", "instructor", "enrollee", "visitor", "nobody"];
/** Who may: the names that routes use. */
export const OWNERS: readonly Role[] = ["owner"];
export const STAFF: readonly Role[] = ["owner", "instructor"];
export const SIGNED_IN: readonly Role[] = ["owner", "instructor", "enrollee", "visitor"];
export const EVERYBODY = ALL;

/** Lets only these roles of the school in the address pass, and says who it was. */
export function only(services: Services, roles: readonly Role[]): MiddlewareHandler<Env> {
  return async (c, next) => {
    const slug = c.req.param("school") ?? "";
    const actor = await findActor(services, slug, c.req.raw.headers);
    if (!roles.includes(actor.role)) {
      if (actor.role === "nobody")
        throw new ProblemError(401, "Sign in to see this, with the address the school knows.");
      throw new ProblemError(
        403,
        roles.includes("instructor")
          ? "This is for the school's staff. An owner can invite you."
          : "This is for the school's owners.",
      );
    }
    c.set("actor", actor);
    await next();
  };
}

/** Lets pass whoever is signed in, in whatever school. */
export function signedIn({ identity }: Services): MiddlewareHandler<Env> {
  return async (c, next) => {
    const account = await identity.accountOf(c.req.raw.headers);
    if (!account) throw new ProblemError(401, "Sign in first.");
    c.set("account", account);
    await next();
  };
}

const refusal = (description: string) => ({
  description,
  content: { "application/problem+json": { schema: problem } },
});

/** The answers of a route: what it finds or did, and how it says no. */
export function answers<T extends z.ZodType>(schema: T, description: string) {
  return {
    200: { description, content: { "application/json": { schema } } },
    400: refusal("The request's address is off."),
    401: refusal("Nobody is signed in."),
    403: refusal("Not for this role."),
    404: refusal("There is no such thing, or not for you."),
    409: refusal("It conflicts with what stands there."),
    422: refusal("The input is refused; each fault has its path."),
  };
}

/** A body in JSON. */
export function body<T extends z.ZodType>(schema: T) {
  return { content: { "application/json": { schema } }, required: true };
}

/** Parameters in the address. */
export const inSchool = z.object({ school: planFields.id.meta({ example: "ember-row" }) });
export const inCourse = inSchool.extend({
  course: planFields.id.meta({ example: "cold-kitchen" }),
});
export const inLesson = inCourse.extend({
  lesson: planFields.id.meta({ example: "folds-and-rests" }),
});
export const inEnrollment = inCourse.extend({
  enrollment: planFields.id.meta({ example: "sourdough-08" }),
});
/** What was done, where there is nothing to answer. */
export const done = z.object({ done: z.literal(true) }).meta({ id: "Done" });
