/** HTTP of schools. */
import { school, start } from "@dawngate/contract";
import { createRoute } from "@hono/zod-openapi";
import { answers, inSchool, router, type Services } from "../http/kit";
import { showSchool } from "./service";

export function schoolRoutes({ db, homeSchool }: Services) {
  return router()
    .openapi(
      createRoute({
        method: "get",
        path: "/start",
        tags: ["school"],
        summary: "Where somebody who gives no address begins",
        responses: answers(start, "The school to show, or null."),
      }),
      (c) => c.json({ school: homeSchool }, 200),
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}",
        tags: ["school"],
        summary: "A school: its name, zone, currency and calendar",
        request: { params: inSchool },
        responses: answers(school, "The school."),
      }),
      async (c) => c.json(await showSchool(db, c.req.valid("param").school), 200),
    );
}
