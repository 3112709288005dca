/** HTTP of schools: their settings, their calendar, and where one begins. */

import { created } from "@dawngate/contract/courses";
import {
  acceptance,
  calendarDays,
  invitation,
  mailList,
  mailListQuery,
  newSchool,
  school,
  schoolChange,
  start,
} from "@dawngate/contract/school";
import { createRoute, z } from "@hono/zod-openapi";
import { decode } from "../base/bodies";
import { notFound } from "../base/problem";
import {
  answers,
  body,
  inSchool,
  limited,
  needs,
  needsAccount,
  router,
  type Services,
} from "./kit";
import { changeSchool, createSchool, showSchool, todayIn } from "./service";
import { accept, showInvitation } from "./staff";

const tags = ["school"];

export function schoolRoutes(services: Services) {
  const { db, identity, tray, homeSchool, readers } = services;
  return router()
    .openapi(
      createRoute({
        method: "get",
        path: "/start",
        tags,
        summary: "Where somebody who gives no address begins",
        responses: answers(start, "The school to show, or null."),
      }),
      (c) => c.json({ school: homeSchool }, 200),
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools",
        tags,
        summary: "Make a school; whoever makes it owns it",
        ...needsAccount(services, limited(services, "new-school")),
        request: { body: body(newSchool) },
        responses: answers(created, "The school's address."),
      }),
      async (c) => c.json(await createSchool(db, c.get("signedIn"), c.req.valid("json")), 200),
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}",
        tags,
        summary: "A school: its name, zone, currency and calendar, and what one may do there",
        ...needs(services, "school.see"),
        request: { params: inSchool },
        responses: answers(school, "The school."),
      }),
      async (c) => c.json(await showSchool(db, c.get("context")), 200),
    )
    .openapi(
      createRoute({
        method: "patch",
        path: "/schools/{school}",
        tags,
        summary: "Change a school's settings",
        ...needs(services, "school.change"),
        request: { params: inSchool, body: body(schoolChange) },
        responses: answers(school, "The school as it is now."),
      }),
      async (c) => c.json(await changeSchool(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/calendar-file",
        tags,
        summary: "The closed days in an iCalendar file: the body is the file, nothing is written",
        ...needs(services, "school.change", limited(services, "upload")),
        request: {
          params: inSchool,
          body: { content: { "text/calendar": { schema: z.string() } }, required: true },
        },
        responses: answers(calendarDays, "The days, and what was left out."),
      }),
      async (c) => {
        const today = await todayIn(db, c.get("context"));
        const text = decode(new Uint8Array(await c.req.arrayBuffer()));
        return c.json(await readers.calendar({ text, today }), 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/invitations/{token}",
        tags,
        summary: "What an invitation is for",
        middleware: limited(services, "public"),
        request: { params: z.object({ token: z.string().max(200) }) },
        responses: answers(invitation, "The invitation."),
      }),
      async (c) => c.json(await showInvitation(db, c.req.valid("param").token), 200),
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/invitations",
        tags,
        summary: "Take an invitation",
        middleware: limited(services, "account"),
        request: { body: body(acceptance) },
        responses: answers(z.object({ school: z.string(), role: z.string() }), "Where it leads."),
      }),
      async (c) => {
        const account = await identity.accountOf(c.req.raw.headers);
        const { cookies, ...where } = await accept(services, account, c.req.valid("json"));
        for (const cookie of cookies) c.header("set-cookie", cookie, { append: true });
        return c.json(where, 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/mail",
        tags,
        summary: "The simulated mailbox of the demo, where mail goes nowhere else",
        middleware: limited(services, "public"),
        request: { query: mailListQuery },
        responses: answers(mailList, "The newest mail first, page by page."),
      }),
      async (c) => {
        if (!tray) throw notFound("Mail goes to a real mail server here.");
        return c.json(await tray.list(c.req.valid("query").before), 200);
      },
    );
}
