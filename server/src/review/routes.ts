/** HTTP of publishing: what it would do, and doing it. */
import { publication, publishing, rippleAnswer } from "@dawngate/contract";
import { createRoute } from "@hono/zod-openapi";
import { answers, inCourse, OWNERS, only, router, type Services } from "../http/kit";
import { showRipple } from "./ripple";
import { publish } from "./service";

const tags = ["review"];

export function reviewRoutes(services: Services) {
  const { db, now, jobs } = services;
  const owners = only(services, OWNERS);
  return router()
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/ripple",
        tags,
        summary: "What publishing the draft would do to the people in the course",
        middleware: owners,
        request: { params: inCourse },
        responses: answers(rippleAnswer, "Totals, groups and persons."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        return c.json(await showRipple(db, c.get("actor"), course, now()), 200);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/courses/{course}/versions",
        tags,
        summary: "Publish the draft",
        middleware: owners,
        request: { params: inCourse, query: publishing },
        responses: answers(publication, "The new version."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        const { school, account } = c.get("actor");
        const how = c.req.valid("query");
        const version = await db.withSchool(school, (tx) =>
          publish(tx, school, course, {
            note: `Published by ${account?.name ?? ""}`,
            now: now(),
            keep: how.people === "new-only",
            over: how.over,
          }),
        );
        await jobs.projectCourse(school, course);
        return c.json({ version }, 200);
      },
    );
}
