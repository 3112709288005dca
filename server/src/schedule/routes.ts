/** HTTP of the schedule. */
import { everybody, timeline, timelineQuery } from "@dawngate/contract";
import { createRoute } from "@hono/zod-openapi";
import { answers, inCourse, only, router, type Services, STAFF } from "../http/kit";
import { showEverybody } from "./everybody";
import { showTimeline } from "./service";

export function scheduleRoutes(services: Services) {
  const { db, now } = services;
  return router()
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/timeline",
        tags: ["schedule"],
        summary: "What opens when, for one person, and why",
        description:
          "For a real enrollment, or for somebody imagined who enrolls on a day; seen at an instant. Every date comes with the steps that led to it.",
        middleware: only(services, STAFF),
        request: { params: inCourse, query: timelineQuery },
        responses: answers(timeline, "The timeline."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        return c.json(
          await showTimeline(db, c.get("actor"), course, c.req.valid("query"), now()),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/everybody",
        tags: ["schedule"],
        summary: "What everybody's dates are worked out from",
        description:
          "The people of a course whom one may see, the versions they hold, as parts of a plan file.",
        middleware: only(services, STAFF),
        request: { params: inCourse },
        responses: answers(everybody, "Parts of a plan file."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        return c.json(await showEverybody(db, c.get("actor"), course), 200);
      },
    );
}
