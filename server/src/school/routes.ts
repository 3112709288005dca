/** HTTP of schools, their staff, and of oneself. */
import {
  acceptance,
  calendarDays,
  created,
  instructorCohorts,
  invitation,
  invite as inviteBody,
  mailList,
  me,
  members,
  newSchool,
  school,
  schoolChange,
  start,
} from "@dawngate/contract";
import { createRoute, z } from "@hono/zod-openapi";
import { bodyLimit } from "hono/body-limit";
import {
  answers,
  body,
  done,
  EVERYBODY,
  inSchool,
  OWNERS,
  only,
  router,
  type Services,
  signedIn,
} from "../http/kit";
import { notFound, refusal } from "../http/problem";
import { readCalendar } from "./calendar-file";
import {
  accept,
  assignCohorts,
  changeSchool,
  createSchool,
  invite,
  showInvitation,
  showMe,
  showMembers,
  showSchool,
  todayIn,
} from "./service";

const tags = ["school"];

export function schoolRoutes(services: Services) {
  const { db, identity, tray, homeSchool } = services;
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
        method: "post",
        path: "/schools",
        tags,
        summary: "Make a school; whoever makes it owns it",
        middleware: signedIn(services),
        request: { body: body(newSchool) },
        responses: answers(created, "The school's address."),
      }),
      async (c) => c.json(await createSchool(db, c.get("account"), c.req.valid("json")), 200),
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}",
        tags,
        summary: "A school: its name, zone, currency and calendar",
        middleware: only(services, EVERYBODY),
        request: { params: inSchool },
        responses: answers(school, "The school."),
      }),
      async (c) => c.json(await showSchool(db, c.get("actor")), 200),
    )
    .openapi(
      createRoute({
        method: "patch",
        path: "/schools/{school}",
        tags,
        summary: "Change a school's settings",
        middleware: only(services, OWNERS),
        request: { params: inSchool, body: body(schoolChange) },
        responses: answers(school, "The school as it is now."),
      }),
      async (c) => c.json(await changeSchool(services, c.get("actor"), c.req.valid("json")), 200),
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/calendar-file",
        tags,
        summary: "The closed days in an iCalendar file: the body is the file, nothing is written",
        middleware: [
          only(services, OWNERS),
          bodyLimit({
            maxSize: 10 * 1024 * 1024,
            onError: () => {
              throw refusal("The file is larger than 10 MB.");
            },
          }),
        ] as const,
        request: {
          params: inSchool,
          body: { content: { "text/calendar": { schema: z.string() } }, required: true },
        },
        responses: answers(calendarDays, "The days, and what was left out."),
      }),
      async (c) => {
        const today = await todayIn(db, c.get("actor"), services.now());
        return c.json(readCalendar(await c.req.text(), today), 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/members",
        tags,
        summary: "The school's staff, and who is invited",
        middleware: only(services, OWNERS),
        request: { params: inSchool },
        responses: answers(members, "The staff."),
      }),
      async (c) => c.json(await showMembers(db, c.get("actor")), 200),
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/members",
        tags,
        summary: "Invite an instructor by mail",
        middleware: only(services, OWNERS),
        request: { params: inSchool, body: body(inviteBody) },
        responses: answers(done, "The invitation is on its way."),
      }),
      async (c) => {
        await invite(services, c.get("actor"), c.req.valid("json").email, "instructor");
        return c.json({ done: true as const }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "put",
        path: "/schools/{school}/members/{member}/cohorts",
        tags,
        summary: "Say which cohorts an instructor leads",
        middleware: only(services, OWNERS),
        request: {
          params: inSchool.extend({ member: z.string().max(200) }),
          body: body(instructorCohorts),
        },
        responses: answers(done, "They see the people of these cohorts, and no others."),
      }),
      async (c) => {
        const { member } = c.req.valid("param");
        await assignCohorts(db, c.get("actor"), member, c.req.valid("json").cohorts);
        return c.json({ done: true as const }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/invitations/{token}",
        tags,
        summary: "What an invitation is for",
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
        summary: "The simulated mailbox, where mail goes nowhere else",
        responses: answers(mailList, "The newest mail first."),
      }),
      async (c) => {
        if (!tray) throw notFound("Mail goes to a real mail server here.");
        return c.json({ mails: await tray.list() }, 200);
      },
    );
}
