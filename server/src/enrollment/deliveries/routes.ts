/** HTTP of people that other systems deliver. */
import { deliveries } from "@dawngate/contract/endpoints/deliveries";
import { router, type Services } from "../../school/kit";
import { route } from "../../school/route";
import { deliverPeople, endDelivery, makeDelivery, showDelivered, showDeliveries } from "./service";

/** The key of `Authorization: Bearer` (RFC 6750, 2.1); undefined: none. */
const keyIn = (header: string | undefined) => /^Bearer +(\S{1,200})$/i.exec(header ?? "")?.[1];

export function deliveryRoutes(services: Services) {
  return router()
    .openapi(route(services, deliveries.getDeliveries), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(await showDeliveries(services, c.get("context"), course), 200);
    })
    .openapi(route(services, deliveries.makeDelivery), async (c) => {
      const { course } = c.req.valid("param");
      const made = await makeDelivery(services, c.get("context"), course, c.req.valid("json"));
      return c.json(made, 200);
    })
    .openapi(route(services, deliveries.endDelivery), async (c) => {
      const { course, delivery } = c.req.valid("param");
      await endDelivery(services, c.get("context"), course, delivery);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, deliveries.deliverPeople, "public", "upload"), async (c) => {
      const { delivery } = c.req.valid("param");
      const bytes = new Uint8Array(await c.req.arrayBuffer());
      const key = keyIn(c.req.header("authorization"));
      return c.json(await deliverPeople(services, c.get("context"), delivery, key, bytes), 200);
    })
    .openapi(route(services, deliveries.getDelivered, "public"), async (c) => {
      const key = keyIn(c.req.header("authorization"));
      return c.json(
        await showDelivered(services, c.get("context"), c.req.valid("param"), key),
        200,
      );
    });
}
