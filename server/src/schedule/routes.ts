/** HTTP of the schedule. */
import { everybody, timeline, timelineQuery } from "@dawngate/contract/schedule";
import { createRoute } from "@hono/zod-openapi";
import { answers, inCourse, needs, router, type Services } from "../school/kit";
import { showEverybody } from "./everybody";
import { showTimeline } from "./service";

export function scheduleRoutes(services: Services) {
  const { db } = services;
  return router()
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/timeline",
        tags: ["schedule"],
        summary: "What opens when, for one person, and why",
        description:
          "For a real enrollment, or for somebody imagined who enrolls on a day; seen at an instant. Every date comes with the steps that led to it.",
        ...needs(services, "courses.read"),
        request: { params: inCourse, query: timelineQuery },
        responses: answers(timeline, "The timeline."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        return c.json(await showTimeline(db, c.get("context"), course, c.req.valid("query")), 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/everybody",
        tags: ["schedule"],
        summary: "How many have what open, over time",
        description:
          "The people of a course whom one may see, counted. Where that takes long, what was counted within the last minute is answered.",
        ...needs(services, "people.see"),
        request: { params: inCourse },
        responses: answers(everybody, "The counts, and of when they are."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        return c.json(await showEverybody(services, c.get("context"), course), 200);
      },
    );
}
