/** HTTP of the schedule. */
import { schedule } from "@dawngate/contract/endpoints/schedule";

import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { showEverybody } from "./everybody";
import { showEnrollmentPlan, showTimeline } from "./service";

export function scheduleRoutes(services: Services) {
  const { db } = services;
  return router()
    .openapi(route(services, schedule.getTimeline), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(await showTimeline(db, c.get("context"), course, c.req.valid("query")), 200);
    })
    .openapi(route(services, schedule.getEnrollmentPlan), async (c) => {
      const { course, enrollment } = c.req.valid("param");
      return c.json(await showEnrollmentPlan(db, c.get("context"), course, enrollment), 200);
    })
    .openapi(route(services, schedule.getEverybody), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(await showEverybody(services, c.get("context"), course), 200);
    });
}
