/** HTTP of public pages. */
import { catalog } from "@dawngate/contract/endpoints/catalog";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { showPublicCourse } from "./service";

export function catalogRoutes(services: Services) {
  return router().openapi(route(services, catalog.getPublicCourse, "public"), async (c) => {
    const { course } = c.req.valid("param");
    return c.json(await showPublicCourse(services, c.get("context"), course), 200);
  });
}
