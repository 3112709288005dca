/** HTTP of public pages. */
import { catalog } from "@dawngate/contract/endpoints/catalog";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { showPreview, showSample } from "./preview";
import { showPublicCourse } from "./service";
import { showCatalog } from "./shown";

export function catalogRoutes(services: Services) {
  return router()
    .openapi(route(services, catalog.getCatalog, "public"), async (c) =>
      c.json(await showCatalog(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, catalog.getPublicCourse, "public"), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(await showPublicCourse(services, c.get("context"), course), 200);
    })
    .openapi(route(services, catalog.getPreview, "public"), async (c) => {
      const { course } = c.req.valid("param");
      const query = c.req.valid("query");
      return c.json(await showPreview(services, c.get("context"), course, query), 200);
    })
    .openapi(route(services, catalog.getSample, "public"), async (c) => {
      const { course, lesson } = c.req.valid("param");
      return c.json(await showSample(services, c.get("context"), course, lesson), 200);
    });
}
