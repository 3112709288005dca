/** HTTP of public pages. */
import { publicCourse } from "@dawngate/contract/catalog";
import { createRoute } from "@hono/zod-openapi";
import { answers, inCourse, limited, needs, router, type Services } from "../school/kit";
import { showPublicCourse } from "./service";

export function catalogRoutes(services: Services) {
  return router().openapi(
    createRoute({
      method: "get",
      path: "/schools/{school}/catalog/{course}",
      tags: ["catalog"],
      summary: "A course as everybody may see it, with the ways into it",
      ...needs(services, "school.see", limited(services, "public")),
      request: { params: inCourse },
      responses: answers(publicCourse, "The course."),
    }),
    async (c) => {
      const { course } = c.req.valid("param");
      return c.json(await showPublicCourse(services, c.get("context"), course), 200);
    },
  );
}
