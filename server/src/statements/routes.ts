/** HTTP of what is told to a learning record store. */
import { statements } from "@dawngate/contract/endpoints/statements";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import {
  keepRecordStore,
  removeRecordStore,
  showRecordStore,
  tryRecordStore,
} from "./record-store";

export function statementRoutes(services: Services) {
  return router()
    .openapi(route(services, statements.getRecordStore), async (c) =>
      c.json(await showRecordStore(services, c.get("context")), 200),
    )
    .openapi(route(services, statements.keepRecordStore), async (c) =>
      c.json(await keepRecordStore(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, statements.tryRecordStore), async (c) =>
      c.json(await tryRecordStore(services, c.get("context")), 200),
    )
    .openapi(route(services, statements.removeRecordStore), async (c) => {
      await removeRecordStore(services, c.get("context"));
      return c.json({ done: true as const }, 200);
    });
}
