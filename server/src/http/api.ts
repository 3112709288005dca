/** The HTTP API: every room's routes under one roof, with its description. */
import { OpenAPIHono } from "@hono/zod-openapi";
import { catalogRoutes } from "../catalog/routes";
import { coverRoutes } from "../courses/cover-routes";
import { courseRoutes } from "../courses/routes";
import { enrollmentRoutes } from "../enrollment/routes";
import type { Changes } from "../jobs/changes";
import { reviewRoutes } from "../review/routes";
import { scheduleRoutes } from "../schedule/routes";
import { meRoutes } from "../school/me-routes";
import { schoolRoutes } from "../school/routes";
import { staffRoutes } from "../school/staff-routes";
import type { Services } from "./kit";

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
  app.get("/openapi.json", (c) => c.json(app.getOpenAPI31Document(DESCRIPTION)));
  return app;
}
