/** HTTP of selling. */

import { incomeEndpoints } from "@dawngate/contract/endpoints/income";
import { sales } from "@dawngate/contract/endpoints/sales";
import { getCookie } from "hono/cookie";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { showAsIfBought } from "./as-if-bought";
import { buy } from "./checkout";
import { showEnding, showEndingPeople } from "./ending/ending";
import { showOrdersBehind } from "./income/behind";
import { showIncome } from "./income/income";
import { changeListing, createListing, showListing, showListings } from "./listings";
import { showOffered } from "./offered";
import { showOrder, showOrders, showOwnOrder } from "./orders";
import { showOwnOrders } from "./own-orders";
import { viaCookie } from "./partners/follow-link";
import { receiptFile } from "./receipt";
import { giveBack, giveExcessBack, giveOwnBack, showRefund } from "./refunds/refund";
import { announcePrice, showAnnounced } from "./running/announced-prices";
import { cancelOwn, putInCard } from "./running/by-buyer";
import { changeWay, showChanges } from "./running/change-way";
import { endSeatLink, makeSeatLink, showOfferedSeat, takeSeat } from "./seat-link";
import { splitCourse } from "./split-course";
import { giveSeats, takeSeatBack } from "./team-seats";
import { joinSold } from "./waiting";

export function salesRoutes(services: Services) {
  return router()
    .openapi(route(services, incomeEndpoints.getIncome), async (c) =>
      c.json(await showIncome(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, incomeEndpoints.getIncomeOrders), async (c) =>
      c.json(await showOrdersBehind(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, incomeEndpoints.getEnding), async (c) =>
      c.json(await showEnding(services, c.get("context")), 200),
    )
    .openapi(route(services, incomeEndpoints.getEndingPeople), async (c) =>
      c.json(await showEndingPeople(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, sales.getListings), async (c) =>
      c.json(await showListings(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, sales.createListing), async (c) =>
      c.json(await createListing(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, sales.getListing), async (c) =>
      c.json(await showListing(services, c.get("context"), c.req.valid("param").listing), 200),
    )
    .openapi(route(services, sales.getAsIfBought), async (c) => {
      const { listing } = c.req.valid("param");
      return c.json(
        await showAsIfBought(services, c.get("context"), listing, c.req.valid("query")),
        200,
      );
    })
    .openapi(route(services, sales.changeListing), async (c) => {
      const { listing } = c.req.valid("param");
      return c.json(
        await changeListing(services, c.get("context"), listing, c.req.valid("json")),
        200,
      );
    })
    .openapi(route(services, sales.getAnnouncedPrices), async (c) => {
      const { listing } = c.req.valid("param");
      return c.json(await showAnnounced(services, c.get("context"), listing), 200);
    })
    .openapi(route(services, sales.announcePrice), async (c) => {
      const { listing } = c.req.valid("param");
      const wanted = c.req.valid("json");
      return c.json(await announcePrice(services, c.get("context"), listing, wanted), 200);
    })
    .openapi(route(services, sales.splitCourse), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(
        await splitCourse(services, c.get("context"), course, c.req.valid("json")),
        200,
      );
    })
    .openapi(route(services, sales.waitForSold), async (c) => {
      const { listing } = c.req.valid("param");
      await joinSold(services, c.get("context"), listing, c.req.valid("json"));
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, sales.getOffered, "public"), async (c) => {
      const { listing } = c.req.valid("param");
      return c.json(
        await showOffered(services, c.get("context"), listing, c.req.valid("query")),
        200,
      );
    })
    .openapi(route(services, sales.buy, "buy"), async (c) => {
      const { listing } = c.req.valid("param");
      const context = c.get("context");
      const via = services.touches.read(context.school, getCookie(c, viaCookie(context.slug)));
      return c.json(await buy(services, context, listing, c.req.valid("json"), via), 200);
    })
    .openapi(route(services, sales.getOwnOrder, "public"), async (c) => {
      const { order } = c.req.valid("param");
      const { secret } = c.req.valid("query");
      return c.json(await showOwnOrder(services, c.get("context"), order, secret), 200);
    })
    .openapi(route(services, sales.giveSeats, "buy"), async (c) => {
      const { order } = c.req.valid("param");
      return c.json(await giveSeats(services, c.get("context"), order, c.req.valid("json")), 200);
    })
    .openapi(route(services, sales.takeSeatBack, "buy"), async (c) => {
      const { order, number } = c.req.valid("param");
      const { secret } = c.req.valid("json");
      return c.json(await takeSeatBack(services, c.get("context"), order, number, secret), 200);
    })
    .openapi(route(services, sales.makeSeatLink, "buy"), async (c) => {
      const { order } = c.req.valid("param");
      const { secret } = c.req.valid("json");
      return c.json(await makeSeatLink(services, c.get("context"), order, secret), 200);
    })
    .openapi(route(services, sales.endSeatLink, "buy"), async (c) => {
      const { order } = c.req.valid("param");
      const { secret } = c.req.valid("json");
      return c.json(await endSeatLink(services, c.get("context"), order, secret), 200);
    })
    .openapi(route(services, sales.getOfferedSeat, "public"), async (c) => {
      const { order } = c.req.valid("param");
      return c.json(
        await showOfferedSeat(services, c.get("context"), order, c.req.valid("query")),
        200,
      );
    })
    .openapi(route(services, sales.takeSeat, "buy"), async (c) => {
      const { order } = c.req.valid("param");
      return c.json(await takeSeat(services, c.get("context"), order, c.req.valid("json")), 200);
    })
    .openapi(route(services, sales.getOwnOrders), async (c) =>
      c.json(await showOwnOrders(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, sales.putInCard, "buy"), async (c) => {
      const { order } = c.req.valid("param");
      const { secret } = c.req.valid("json");
      return c.json(await putInCard(services, c.get("context"), order, secret), 200);
    })
    .openapi(route(services, sales.cancelOrder, "buy"), async (c) => {
      const { order } = c.req.valid("param");
      const { secret } = c.req.valid("json");
      return c.json(await cancelOwn(services, c.get("context"), order, secret, "cancelled"), 200);
    })
    .openapi(route(services, sales.takeCancelBack, "buy"), async (c) => {
      const { order } = c.req.valid("param");
      const { secret } = c.req.valid("json");
      return c.json(
        await cancelOwn(services, c.get("context"), order, secret, "cancel-taken-back"),
        200,
      );
    })
    .openapi(route(services, sales.getWayChanges, "public"), async (c) => {
      const { order } = c.req.valid("param");
      const { secret } = c.req.valid("query");
      return c.json(await showChanges(services, c.get("context"), order, secret), 200);
    })
    .openapi(route(services, sales.changeWay, "buy"), async (c) => {
      const { order } = c.req.valid("param");
      return c.json(await changeWay(services, c.get("context"), order, c.req.valid("json")), 200);
    })
    .openapi(route(services, sales.getRefund), async (c) => {
      const { order } = c.req.valid("param");
      return c.json(await showRefund(services, c.get("context"), order, c.req.valid("query")), 200);
    })
    .openapi(route(services, sales.giveBack), async (c) => {
      const { order } = c.req.valid("param");
      return c.json(await giveBack(services, c.get("context"), order, c.req.valid("json")), 200);
    })
    .openapi(route(services, sales.giveExcessBack), async (c) => {
      const { order } = c.req.valid("param");
      return c.json(
        await giveExcessBack(services, c.get("context"), order, c.req.valid("json")),
        200,
      );
    })
    .openapi(route(services, sales.giveOwnBack, "buy"), async (c) => {
      const { order } = c.req.valid("param");
      return c.json(await giveOwnBack(services, c.get("context"), order, c.req.valid("json")), 200);
    })
    .openapi(route(services, sales.getReceipt, "export"), async (c) => {
      const { order } = c.req.valid("param");
      const { secret } = c.req.valid("query");
      const file = await receiptFile(services, c.get("context"), order, secret);
      return c.body(file as Uint8Array<ArrayBuffer>, 200, {
        "content-type": "application/pdf",
        "content-disposition": `attachment; filename="receipt-${order}.pdf"`,
        "cache-control": "private, no-store",
      });
    })
    .openapi(route(services, sales.getOrders), async (c) =>
      c.json(await showOrders(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, sales.getOrder), async (c) =>
      c.json(await showOrder(services, c.get("context"), c.req.valid("param").order), 200),
    );
}
