/** HTTP of what is told to a learning record store. */
import { statements } from "@dawngate/contract/endpoints/statements";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { keepStore, removeStore, showStore, tryStore } from "./settings";

export function statementRoutes(services: Services) {
  return router()
    .openapi(route(services, statements.getRecordStore), async (c) =>
      c.json(await showStore(services, c.get("context")), 200),
    )
    .openapi(route(services, statements.keepRecordStore), async (c) =>
      c.json(await keepStore(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, statements.tryRecordStore), async (c) =>
      c.json(await tryStore(services, c.get("context")), 200),
    )
    .openapi(route(services, statements.removeRecordStore), async (c) => {
      await removeStore(services, c.get("context"));
      return c.json({ done: true as const }, 200);
    });
}
