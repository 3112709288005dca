/** HTTP of schools: their settings, their calendar, and where one begins. */
import { school } from "@dawngate/contract/endpoints/school";

import { decode } from "../base/bodies";
import { notFound } from "../base/problem";
import { router, type Services } from "./kit";
import { route } from "./route";
import { changeSchool, createSchool, showSchool, todayIn } from "./service";
import { accept, showInvitation } from "./staff";

export function schoolRoutes(services: Services) {
  const { db, identity, tray, homeSchool, readers } = services;
  return router()
    .openapi(route(services, school.getStart), (c) => c.json({ school: homeSchool }, 200))
    .openapi(route(services, school.createSchool, "new-school"), async (c) =>
      c.json(await createSchool(db, c.get("signedIn"), c.req.valid("json")), 200),
    )
    .openapi(route(services, school.getSchool), async (c) =>
      c.json(await showSchool(db, c.get("context")), 200),
    )
    .openapi(route(services, school.changeSchool), async (c) =>
      c.json(await changeSchool(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, school.readCalendar, "upload"), async (c) => {
      const today = await todayIn(db, c.get("context"));
      const text = decode(new Uint8Array(await c.req.arrayBuffer()));
      return c.json(await readers.calendar({ text, today }), 200);
    })
    .openapi(route(services, school.getInvitation, "public"), async (c) =>
      c.json(await showInvitation(db, c.req.valid("param").token), 200),
    )
    .openapi(route(services, school.acceptInvitation, "account"), async (c) => {
      const account = await identity.accountOf(c.req.raw.headers);
      const { cookies, ...where } = await accept(services, account, c.req.valid("json"));
      for (const cookie of cookies) c.header("set-cookie", cookie, { append: true });
      return c.json(where, 200);
    })
    .openapi(route(services, school.getMail, "public"), async (c) => {
      if (!tray) throw notFound("Mail goes to a real mail server here.");
      return c.json(await tray.list(c.req.valid("query").before), 200);
    });
}
