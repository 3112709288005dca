/** HTTP of orders by hand. */

import { byHand } from "@dawngate/contract/endpoints/by-hand";
import { pdf } from "../../base/pdf";
import { router, type Services } from "../../school/kit";
import { route } from "../../school/route";
import { markPaid } from "./mark-paid";
import { writeOrder } from "./order-by-hand";
import { requestFile } from "./request";

export function byHandRoutes(services: Services) {
  return router()
    .openapi(route(services, byHand.orderByHand), async (c) =>
      c.json(await writeOrder(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, byHand.markPaid), async (c) => {
      const { order } = c.req.valid("param");
      return c.json(await markPaid(services, c.get("context"), order, c.req.valid("json")), 200);
    })
    .openapi(route(services, byHand.getPaymentRequest, "public"), async (c) => {
      const { order } = c.req.valid("param");
      const { secret } = c.req.valid("query");
      return pdf(c, await requestFile(services, c.get("context"), order, secret), order);
    });
}
