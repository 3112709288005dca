/** The API's description: whole, and a document for each room. */
import { isDeepStrictEqual } from "node:util";
import type { OpenAPIHono } from "@hono/zod-openapi";
import type { Env } from "../school/kit";

const ABOUT = {
  openapi: "3.1.0",
  info: {
    title: "Dawn Gate",
    version: "0.1.0",
    description:
      "Courses whose release dates are worked out for each enrollee, exactly, and explained. Instants are UTC (RFC 3339), dates are local (YYYY-MM-DD), refusals are problem details (RFC 9457).",
  },
  servers: [{ url: "/api" }],
};

interface Operation {
  tags?: string[];
  responses?: Record<string, object>;
}

/** An OpenAPI document, as far as it is walked through here. */
export interface Described {
  info?: { title: string };
  paths: Record<string, Record<string, Operation>>;
  components: Record<string, Record<string, unknown>>;
}

/** Everything that the API's routes say of themselves. */
export function describe(app: OpenAPIHono<Env>): Described {
  return withRefusalsOnce(app.getOpenAPI31Document(ABOUT) as unknown as Described);
}

/** The same description, with the refusals that most routes have said once, as components. */
function withRefusalsOnce(document: Described): Described {
  const responses: Record<string, unknown> = {};
  for (const path of Object.values(document.paths))
    for (const operation of Object.values(path))
      for (const [status, answer] of Object.entries(operation.responses ?? {})) {
        if (!JSON.stringify(answer).includes("application/problem+json")) continue;
        const name = `Refused${status}`;
        responses[name] ??= answer;
        if (operation.responses && isDeepStrictEqual(responses[name], answer))
          operation.responses[status] = { $ref: `#/components/responses/${name}` };
      }
  return { ...document, components: { ...document.components, responses } };
}

/** The rooms a description tells of. */
export const roomsOf = ({ paths }: Described): string[] => [
  ...new Set(
    Object.values(paths).flatMap((path) => Object.values(path).flatMap((one) => one.tags ?? [])),
  ),
];

/** A room's part of a description, with those components only that it refers to. */
export function ofRoom(whole: Described, room: string): Described {
  const paths: Described["paths"] = {};
  for (const [path, operations] of Object.entries(whole.paths)) {
    const own = Object.entries(operations).filter(([, { tags }]) => tags?.includes(room));
    if (own.length > 0) paths[path] = Object.fromEntries(own);
  }
  const components: Described["components"] = {};
  const { securitySchemes } = whole.components;
  if (securitySchemes) components.securitySchemes = securitySchemes;
  const take = (of: unknown) => {
    for (const [, kind = "", name = ""] of JSON.stringify(of).matchAll(
      /"\$ref":"#\/components\/(\w+)\/([^"]+)"/g,
    )) {
      const found = whole.components[kind]?.[name];
      components[kind] ??= {};
      if (found === undefined || name in components[kind]) continue;
      components[kind][name] = found;
      take(found);
    }
  };
  take(paths);
  return { ...whole, info: { ...whole.info, title: `Dawn Gate: ${room}` }, paths, components };
}
