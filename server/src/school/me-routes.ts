/** HTTP of oneself: who is signed in, how, where; one's data; two accounts made one. */
import { joinAcceptance, joinRequest, newPassword, security } from "@dawngate/contract/account";
import { me } from "@dawngate/contract/school";
import { createRoute, z } from "@hono/zod-openapi";
import { conflict, notFound } from "../base/problem";
import { askToJoin, join } from "./joining";
import { answers, body, done, limited, needsAccount, router, type Services } from "./kit";
import { ownData } from "./leaving";
import { showMe, showSecurity } from "./me";

const tags = ["me"];

export function meRoutes(services: Services) {
  const { identity } = services;
  return router()
    .openapi(
      createRoute({
        method: "get",
        path: "/me",
        tags,
        summary: "Who is signed in, and in which schools",
        responses: answers(me, "The account, or null."),
      }),
      async (c) => c.json(await showMe(services, await identity.accountOf(c.req.raw.headers)), 200),
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/me/security",
        tags,
        summary: "How one signs in, and where one is signed in",
        ...needsAccount(services),
        responses: answers(security, "Passwords, second step, passkeys, sessions."),
      }),
      async (c) => c.json(await showSecurity(services, c.get("signedIn")), 200),
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/me/password",
        tags,
        summary: "Choose a first password, where one came by a link",
        ...needsAccount(services, limited(services, "account")),
        request: { body: body(newPassword) },
        responses: answers(done, "It is chosen."),
      }),
      async (c) => {
        const { account } = c.get("signedIn");
        if (await identity.accounts.hasPassword(account.id))
          throw conflict("You have a password; change it with the one you have.");
        await identity.choosePassword(account, c.req.valid("json").password);
        return c.json({ done: true as const }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "delete",
        path: "/me/sessions/{session}",
        tags,
        summary: "Sign out somewhere else; others: everywhere else",
        ...needsAccount(services, limited(services, "account")),
        request: { params: z.object({ session: z.string().max(200) }) },
        responses: answers(done, "It is ended."),
      }),
      async (c) => {
        const { account } = c.get("signedIn");
        const { session } = c.req.valid("param");
        if (session === "others") await identity.accounts.endOthers(account.id, account.session);
        else if (!(await identity.accounts.endSession(account.id, session)))
          throw notFound("This session has ended already.");
        return c.json({ done: true as const }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/me/data",
        tags,
        summary: "Everything on record about oneself, as one file",
        ...needsAccount(services, limited(services, "export")),
        responses: answers(z.record(z.string(), z.unknown()), "One's data."),
      }),
      async (c) => {
        c.header("content-disposition", 'attachment; filename="dawn-gate-me.json"');
        return c.json((await ownData(services, c.get("signedIn"))) as Record<string, unknown>, 200);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/me/joins",
        tags,
        summary: "Ask the owner of another address to have their account joined to this one",
        ...needsAccount(services, limited(services, "invite")),
        request: { body: body(joinRequest) },
        responses: answers(done, "A mail is on its way, whether or not there is such an account."),
      }),
      async (c) => {
        await askToJoin(services, c.get("signedIn"), c.req.valid("json").email);
        return c.json({ done: true as const }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "put",
        path: "/me/joins",
        tags,
        summary: "Agree to it, with the link that was mailed to the other address",
        ...needsAccount(services, limited(services, "account")),
        request: { body: body(joinAcceptance) },
        responses: answers(done, "They are made one within moments."),
      }),
      async (c) => {
        await join(services, c.get("signedIn"), c.req.valid("json").token);
        return c.json({ done: true as const }, 200);
      },
    );
}
