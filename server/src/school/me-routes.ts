/** HTTP of oneself: who is signed in, how, where; one's data; two accounts made one. */
import { me } from "@dawngate/contract/endpoints/me";

import { conflict, notFound } from "../base/problem";
import { askToJoin, join } from "./joining";
import { router, type Services } from "./kit";
import { showMe, showSecurity } from "./me";
import { route } from "./route";

export function meRoutes(services: Services) {
  const { identity } = services;
  return router()
    .openapi(route(services, me.getMe), async (c) =>
      c.json(await showMe(services, await identity.accountOf(c.req.raw.headers)), 200),
    )
    .openapi(route(services, me.rename, "account"), async (c) => {
      await identity.accounts.rename(c.get("signedIn").account.id, c.req.valid("json").name);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, me.getSecurity), async (c) =>
      c.json(await showSecurity(services, c.get("signedIn")), 200),
    )
    .openapi(route(services, me.chooseFirstPassword, "account"), async (c) => {
      const { account } = c.get("signedIn");
      if (await identity.accounts.hasPassword(account.id))
        throw conflict("You have a password; change it with the one you have.");
      await identity.choosePassword(account, c.req.valid("json").password);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, me.endSession, "account"), async (c) => {
      const { account } = c.get("signedIn");
      const { session } = c.req.valid("param");
      if (session === "others") await identity.accounts.endOthers(account.id, account.session);
      else if (!(await identity.accounts.endSession(account.id, session)))
        throw notFound("This session has ended already.");
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, me.askToJoin, "invite"), async (c) => {
      await askToJoin(services, c.get("signedIn"), c.req.valid("json").email);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, me.join, "account"), async (c) => {
      await join(services, c.get("signedIn"), c.req.valid("json").token);
      return c.json({ done: true as const }, 200);
    });
}
