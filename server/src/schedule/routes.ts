/** HTTP of the schedule. */
import { timeline, timelineQuery } from "@dawngate/contract";
import { createRoute } from "@hono/zod-openapi";
import { answers, inCourse, router, type Services } from "../http/kit";
import { showTimeline } from "./service";

export function scheduleRoutes({ db, now }: Services) {
  return router().openapi(
    createRoute({
      method: "get",
      path: "/schools/{school}/courses/{course}/timeline",
      tags: ["schedule"],
      summary: "What opens when, for one person, and why",
      description:
        "For a real enrollment, or for somebody imagined who enrolls on a day; seen at an instant. Every date comes with the steps that led to it.",
      request: { params: inCourse, query: timelineQuery },
      responses: answers(timeline, "The timeline."),
    }),
    async (c) => {
      const { school, course } = c.req.valid("param");
      return c.json(await showTimeline(db, school, course, c.req.valid("query"), now()), 200);
    },
  );
}
