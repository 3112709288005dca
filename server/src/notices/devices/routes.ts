/** HTTP of devices on which people are told. */
import { devices } from "@dawngate/contract/endpoints/devices";
import { router, type Services } from "../../school/kit";
import { route } from "../../school/route";
import { addOwnDevice, dropOwnDevice, showOwnDevices } from "./service";

export function deviceRoutes(services: Services) {
  return router()
    .openapi(route(services, devices.getOwnDevices), async (c) =>
      c.json(await showOwnDevices(services, c.get("context")), 200),
    )
    .openapi(route(services, devices.addOwnDevice, "account"), async (c) =>
      c.json(await addOwnDevice(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, devices.dropOwnDevice), async (c) => {
      const { device } = c.req.valid("param");
      return c.json(await dropOwnDevice(services, c.get("context"), device), 200);
    });
}
