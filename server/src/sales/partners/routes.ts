/** HTTP of partners. */
import { partnerEndpoints } from "@dawngate/contract/endpoints/partners";
import { router, type Services } from "../../school/kit";
import { route } from "../../school/route";
import { openPage, showPage, shutPage } from "./own-page";
import {
  addPartner,
  changePartner,
  payOut,
  setTerms,
  showBrought,
  showPartner,
  showPartners,
  showPayouts,
  takePayoutBack,
} from "./service";

export function partnerRoutes(services: Services) {
  return router()
    .openapi(route(services, partnerEndpoints.getPartners), async (c) =>
      c.json(await showPartners(services, c.get("context")), 200),
    )
    .openapi(route(services, partnerEndpoints.addPartner), async (c) =>
      c.json(await addPartner(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, partnerEndpoints.setPartnerTerms), async (c) => {
      await setTerms(services, c.get("context"), c.req.valid("json"));
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, partnerEndpoints.getPartner), async (c) => {
      const { partner } = c.req.valid("param");
      return c.json(await showPartner(services, c.get("context"), partner), 200);
    })
    .openapi(route(services, partnerEndpoints.changePartner), async (c) => {
      const { partner } = c.req.valid("param");
      const change = c.req.valid("json");
      return c.json(await changePartner(services, c.get("context"), partner, change), 200);
    })
    .openapi(route(services, partnerEndpoints.getPayouts), async (c) =>
      c.json(await showPayouts(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, partnerEndpoints.getBrought), async (c) => {
      const { partner } = c.req.valid("param");
      const query = c.req.valid("query");
      return c.json(await showBrought(services, c.get("context"), partner, query), 200);
    })
    .openapi(route(services, partnerEndpoints.payOut), async (c) => {
      const { partner } = c.req.valid("param");
      return c.json(await payOut(services, c.get("context"), partner, c.req.valid("json")), 200);
    })
    .openapi(route(services, partnerEndpoints.takePayoutBack), async (c) => {
      const { partner, payout } = c.req.valid("param");
      return c.json(await takePayoutBack(services, c.get("context"), partner, payout), 200);
    })
    .openapi(route(services, partnerEndpoints.openPartnerPage), async (c) => {
      const { partner } = c.req.valid("param");
      return c.json(await openPage(services, c.get("context"), partner), 200);
    })
    .openapi(route(services, partnerEndpoints.shutPartnerPage), async (c) => {
      const { partner } = c.req.valid("param");
      return c.json(await shutPage(services, c.get("context"), partner), 200);
    })
    .openapi(route(services, partnerEndpoints.getPartnerPage, "public"), async (c) => {
      const { partner } = c.req.valid("param");
      const { secret } = c.req.valid("query");
      return c.json(await showPage(services, c.get("context"), partner, secret), 200);
    });
}
