/** The routes of the rooms, made of the endpoints that the contract defines: what comes in, what goes out, who may. */
import type { Endpoint, Files } from "@dawngate/contract/endpoint";
import { isForAnybody } from "@dawngate/contract/permissions";
import { problem } from "@dawngate/contract/problem";
import { createRoute, type RouteConfig, z } from "@hono/zod-openapi";
import type { MiddlewareHandler } from "hono";
import { every } from "hono/combine";
import { type Env, limited, may, type Services, signedIn } from "./kit";
import type { LimitName } from "./limits";

/** An endpoint as `endpoints()` hands it out. */
type Defined = Endpoint & { readonly name: string; readonly room: string };

type Json<S> = { content: { "application/json": { schema: S } } };
type Answer<S> = S extends Files
  ? // Left open, so that a handler answers with a file or a stream.
    { description: string }
  : { description: string } & Json<S>;

/** The route of an endpoint, as its handler sees it: what was parsed, and what it may answer. */
type RouteOf<E extends Defined> = {
  method: E["method"];
  path: E["path"];
  middleware: MiddlewareHandler<Env>;
  request: (E extends { params: infer P } ? { params: P } : object) &
    (E extends { query: infer Q } ? { query: Q } : object) &
    (E extends { body: infer B }
      ? B extends Files
        ? unknown
        : { body: Json<B> & { required: true } }
      : object);
  responses: { 200: Answer<E["answer"]> } & (E extends { meanwhile: infer M }
    ? { 202: Answer<M> }
    : object);
};

const refusal = (description: string) => ({
  description,
  content: { "application/problem+json": { schema: problem } },
});

/** How every route says no. */
const REFUSALS = {
  400: refusal("The request's address is off."),
  401: refusal("Nobody is signed in."),
  403: refusal("Not for this role."),
  404: refusal("There is no such thing, or not for you."),
  409: refusal("It conflicts with what stands there."),
  413: refusal("The body is larger than this route takes."),
  422: refusal("The input is refused; each fault has its path."),
  429: refusal("Too often; Retry-After says how long to wait."),
  503: refusal("Not at this moment; Retry-After says how long to wait."),
};

const isFiles = (one: z.ZodType | Files): one is Files => "files" in one;
const binary = { schema: z.string().meta({ format: "binary" }) };

/** A schema, or files, as the content of a body or an answer. */
const content = (of: z.ZodType | Files) =>
  isFiles(of)
    ? Object.fromEntries(of.files.map((media) => [media, binary]))
    : { "application/json": { schema: of } };

/** Lets those pass whom an endpoint is for, no more often than its limits say. */
function guard(
  services: Services,
  { who, mayLag }: Pick<Endpoint, "who" | "mayLag">,
  limits: readonly LimitName[],
): MiddlewareHandler<Env> {
  const counted = limits.map((name) => limited(services, name));
  if (who === "anybody") return every(...counted, async (_, next) => next());
  return every(who === "signed-in" ? signedIn(services) : may(services, who, mayLag), ...counted);
}

/**
 * The route of an endpoint: its guard, what it takes and what it answers. `limits`: how often one may ask it.
 *
 * @example
 * router().openapi(route(services, catalog.getPublicCourse, "public"), async (c) =>
 *   c.json(await showPublicCourse(services, c.get("context"), c.req.valid("param").course), 200))
 */
export function route<const E extends Defined>(
  services: Services,
  endpoint: E,
  ...limits: LimitName[]
) {
  const { method, path, name, room, summary, description, who, params, query, body } = endpoint;
  const config: RouteConfig = {
    method,
    path,
    operationId: name,
    tags: [room],
    summary,
    ...(description !== undefined && { description }),
    "x-permission": who,
    ...(endpoint.mayLag && { "x-may-lag": true }),
    ...(who !== "anybody" && !(who !== "signed-in" && isForAnybody(who)) && { security: SESSION }),
    middleware: guard(services, endpoint, limits),
    request: {
      ...(params && { params }),
      ...(query && { query }),
      // What is a file is read by its own route, in pieces or whole; nothing parses it before.
      ...(body && { body: { content: content(body), required: true } }),
    },
    responses: {
      200: { description: endpoint.answered, content: content(endpoint.answer) },
      ...(endpoint.meanwhile && {
        202: {
          description: "It takes longer than one waits: so far it has come. Ask again.",
          content: content(endpoint.meanwhile),
        },
      }),
      ...REFUSALS,
    },
  };
  return createRoute(config) as unknown as RouteOf<E>;
}

/** The way one is known to the API: by the session that signing in has given. */
const SESSION: Record<string, string[]>[] = [{ session: [] }];
