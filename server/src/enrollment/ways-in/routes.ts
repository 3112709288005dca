/** HTTP of the ways in. */
import { waysIn } from "@dawngate/contract/endpoints/ways-in";
import { pdf } from "../../base/pdf";
import { router, type Services } from "../../school/kit";
import { route } from "../../school/route";
import { block, showBlocks, unblock } from "./blocks";
import { endJoinCode, makeJoinCode, showJoinCodes } from "./codes";
import { joinPage } from "./join-page";
import { askEntry, decideRequests, showRequests } from "./requests";
import { joinWaitlist, leaveWaitlist, moveUp, showWaitlist, takeOff } from "./waitlist";
import { setWay, showMayEnter, showWays } from "./ways";

const DONE = { done: true as const };

export function waysInRoutes(services: Services) {
  return router()
    .openapi(route(services, waysIn.getWays), async (c) =>
      c.json(await showWays(services, c.get("context"), c.req.valid("param").course), 200),
    )
    .openapi(route(services, waysIn.setWay), async (c) => {
      const { course } = c.req.valid("param");
      await setWay(services, c.get("context"), course, c.req.valid("json"));
      return c.json(DONE, 200);
    })
    .openapi(route(services, waysIn.mayEnter, "search"), async (c) => {
      const { course } = c.req.valid("param");
      const asked = c.req.valid("query");
      return c.json(await showMayEnter(services, c.get("context"), course, asked), 200);
    })
    .openapi(route(services, waysIn.getJoinCodes), async (c) => {
      const { course } = c.req.valid("param");
      const { after } = c.req.valid("query");
      return c.json(await showJoinCodes(services, c.get("context"), course, after), 200);
    })
    .openapi(route(services, waysIn.makeJoinCode), async (c) => {
      const { course } = c.req.valid("param");
      const wanted = c.req.valid("json");
      return c.json(await makeJoinCode(services, c.get("context"), course, wanted), 200);
    })
    .openapi(route(services, waysIn.getJoinPage, "export"), async (c) => {
      const { course, code } = c.req.valid("param");
      return pdf(c, await joinPage(services, c.get("context"), course, code), `join-${course}`);
    })
    .openapi(route(services, waysIn.endJoinCode), async (c) => {
      const { course, code } = c.req.valid("param");
      await endJoinCode(services, c.get("context"), course, code);
      return c.json(DONE, 200);
    })
    .openapi(route(services, waysIn.getRequests), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(
        await showRequests(services, c.get("context"), course, c.req.valid("query")),
        200,
      );
    })
    .openapi(route(services, waysIn.decideRequests), async (c) => {
      const { course } = c.req.valid("param");
      const decision = c.req.valid("json");
      return c.json(await decideRequests(services, c.get("context"), course, decision), 200);
    })
    .openapi(route(services, waysIn.getWaitlist), async (c) => {
      const { course, cohort } = c.req.valid("param");
      const { after } = c.req.valid("query");
      return c.json(await showWaitlist(services, c.get("context"), course, cohort, after), 200);
    })
    .openapi(route(services, waysIn.moveUp), async (c) => {
      const { course, cohort, waiting } = c.req.valid("param");
      const { reason } = c.req.valid("json");
      await moveUp(services, c.get("context"), course, { cohort, waiting, reason });
      return c.json(DONE, 200);
    })
    .openapi(route(services, waysIn.takeOff), async (c) => {
      const { course, cohort, waiting } = c.req.valid("param");
      await takeOff(services, c.get("context"), course, { cohort, waiting });
      return c.json(DONE, 200);
    })
    .openapi(route(services, waysIn.askEntry, "ask"), async (c) => {
      const { course } = c.req.valid("param");
      await askEntry(services, c.get("context"), course, c.req.valid("json"));
      return c.json(DONE, 200);
    })
    .openapi(route(services, waysIn.joinWaitlist, "ask"), async (c) => {
      const { course } = c.req.valid("param");
      await joinWaitlist(services, c.get("context"), course, c.req.valid("json"));
      return c.json(DONE, 200);
    })
    .openapi(route(services, waysIn.leaveWaitlist), async (c) => {
      const { course } = c.req.valid("param");
      const { cohort } = c.req.valid("json");
      await leaveWaitlist(services, c.get("context"), course, cohort);
      return c.json(DONE, 200);
    })
    .openapi(route(services, waysIn.getBlocks), async (c) =>
      c.json(await showBlocks(services, c.get("context"), c.req.valid("param").person), 200),
    )
    .openapi(route(services, waysIn.block), async (c) => {
      await block(services, c.get("context"), c.req.valid("param").person, c.req.valid("json"));
      return c.json(DONE, 200);
    })
    .openapi(route(services, waysIn.unblock), async (c) => {
      const { course } = c.req.valid("json");
      await unblock(services, c.get("context"), c.req.valid("param").person, course);
      return c.json(DONE, 200);
    });
}
