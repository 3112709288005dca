/** HTTP of today. */
import { today } from "@dawngate/contract/endpoints/today";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { findAnything } from "./find";
import { showToday } from "./service";

export function todayRoutes(services: Services) {
  return router()
    .openapi(route(services, today.getToday), async (c) =>
      c.json(await showToday(services, c.get("context")), 200),
    )
    .openapi(route(services, today.findAnything, "search"), async (c) => {
      const { find } = c.req.valid("query");
      return c.json(await findAnything(services, c.get("context"), find), 200);
    });
}
