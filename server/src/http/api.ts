/** The HTTP API: every room's routes under one roof, with its description. */
import { OpenAPIHono } from "@hono/zod-openapi";
import { notFound } from "../base/problem";
import { catalogRoutes } from "../catalog/routes";
import { assignmentRoutes } from "../checks/assignment-routes";
import { checkRoutes } from "../checks/routes";
import { coverRoutes } from "../courses/cover-routes";
import { courseRoutes } from "../courses/routes";
import { deliveryRoutes } from "../enrollment/deliveries/routes";
import { fieldRoutes } from "../enrollment/field-routes";
import { learningRoutes } from "../enrollment/learning/routes";
import { peopleFileRoutes } from "../enrollment/people-file/routes";
import { enrollmentRoutes } from "../enrollment/routes";
import { waysInRoutes } from "../enrollment/ways-in/routes";
import { fileRoutes } from "../files/routes";
import type { Changes } from "../jobs/changes";
import { lessonRoutes } from "../lessons/routes";
import { bouncedRoutes } from "../notices/bounced";
import { deviceRoutes } from "../notices/devices/routes";
import { noticeRoutes } from "../notices/routes";
import { ownFieldRoutes } from "../people/fields/routes";
import { peopleRoutes } from "../people/routes";
import { reminderRoutes } from "../reminders/routes";
import { reviewRoutes } from "../review/routes";
import { byHandRoutes } from "../sales/by-hand/routes";
import { documentRoutes } from "../sales/documents/routes";
import { heardRoutes } from "../sales/heard";
import { partnerRoutes } from "../sales/partners/routes";
import { salesRoutes } from "../sales/routes";
import { scheduleRoutes } from "../schedule/routes";
import type { Env, Services } from "../school/kit";
import { meRoutes } from "../school/me-routes";
import { schoolRoutes } from "../school/routes";
import { staffRoutes } from "../school/staff-routes";
import { statementRoutes } from "../statements/routes";
import { todayRoutes } from "../today/routes";
import { type Described, describe, ofRoom, roomsOf } from "./describe";

export function api(services: Services, changes: Changes | null) {
  const app = new OpenAPIHono<Env>();
  const rooms = [
    schoolRoutes(services),
    meRoutes(services),
    staffRoutes(services),
    courseRoutes(services, changes),
    peopleRoutes(services),
    ownFieldRoutes(services),
    coverRoutes(services),
    fileRoutes(services),
    lessonRoutes(services),
    reviewRoutes(services),
    scheduleRoutes(services),
    enrollmentRoutes(services),
    fieldRoutes(services),
    learningRoutes(services),
    waysInRoutes(services),
    peopleFileRoutes(services),
    deliveryRoutes(services),
    salesRoutes(services),
    documentRoutes(services),
    byHandRoutes(services),
    partnerRoutes(services),
    heardRoutes(services),
    bouncedRoutes(services),
    checkRoutes(services),
    assignmentRoutes(services),
    catalogRoutes(services),
    reminderRoutes(services),
    noticeRoutes(services),
    deviceRoutes(services),
    statementRoutes(services),
    todayRoutes(services),
  ];
  for (const routes of rooms) app.route("/", routes as unknown as OpenAPIHono<Env>);
  app.openAPIRegistry.registerComponent("securitySchemes", "session", {
    type: "apiKey",
    in: "cookie",
    name: "dawngate.session_token",
    description: "Given by signing in.",
  });
  let described: Described | null = null;
  const whole = () => {
    described ??= describe(app);
    return described;
  };
  app.get("/openapi.json", (c) => c.json(whole()));
  app.get("/openapi/:room{[a-z-]+\\.json}", (c) => {
    const room = c.req.param("room").slice(0, -".json".length);
    if (!roomsOf(whole()).includes(room))
      throw notFound(`There is no room "${room}"; /api/openapi.json lists all there is.`);
    return c.json(ofRoom(whole(), room));
  });
  return app;
}
