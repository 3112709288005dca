/** The HTTP API: every room's routes under one roof, with its description. */
import { isDeepStrictEqual } from "node:util";
import { OpenAPIHono } from "@hono/zod-openapi";
import { catalogRoutes } from "../catalog/routes";
import { coverRoutes } from "../courses/cover-routes";
import { courseRoutes } from "../courses/routes";
import { enrollmentRoutes } from "../enrollment/routes";
import type { Changes } from "../jobs/changes";
import { reviewRoutes } from "../review/routes";
import { scheduleRoutes } from "../schedule/routes";
import type { Services } from "../school/kit";
import { meRoutes } from "../school/me-routes";
import { schoolRoutes } from "../school/routes";
import { staffRoutes } from "../school/staff-routes";

const DESCRIPTION = {
  openapi: "3.1.0",
  info: {
    title: "Dawn Gate",
    version: "0.1.0",
    description:
      "Courses whose release dates are worked out for each enrollee, exactly, and explained. Instants are UTC (RFC 3339), dates are local (YYYY-MM-DD), refusals are problem details (RFC 9457).",
  },
  servers: [{ url: "/api" }],
};

export function api(services: Services, changes: Changes | null) {
  const app = new OpenAPIHono()
    .route("/", schoolRoutes(services))
    .route("/", meRoutes(services))
    .route("/", staffRoutes(services))
    .route("/", courseRoutes(services, changes))
    .route("/", coverRoutes(services))
    .route("/", reviewRoutes(services))
    .route("/", scheduleRoutes(services))
    .route("/", enrollmentRoutes(services))
    .route("/", catalogRoutes(services));
  app.openAPIRegistry.registerComponent("securitySchemes", "session", {
    type: "apiKey",
    in: "cookie",
    name: "dawngate.session_token",
    description: "Given by signing in.",
  });
  app.get("/openapi.json", (c) =>
    c.json(shortened(app.getOpenAPI31Document(DESCRIPTION) as unknown as Described)),
  );
  return app;
}

interface Described {
  paths?: Record<string, Record<string, { responses?: Record<string, object> }>>;
  components?: Record<string, Record<string, unknown>>;
}

/** The same description, with the refusals that most routes have said once, as components. */
function shortened(document: Described): Described {
  const responses: Record<string, unknown> = {};
  for (const path of Object.values(document.paths ?? {}))
    for (const operation of Object.values(path))
      for (const [status, answer] of Object.entries(operation.responses ?? {})) {
        if (!("content" in answer) || !JSON.stringify(answer).includes("application/problem+json"))
          continue;
        const name = `Refused${status}`;
        responses[name] ??= answer;
        if (operation.responses && isDeepStrictEqual(responses[name], answer))
          operation.responses[status] = { $ref: `#/components/responses/${name}` };
      }
  return { ...document, components: { ...document.components, responses } as never };
}
