/** HTTP of enrolling: cohorts, the ways in, what staff do, and the enrollee's side. */
import { compare } from "@dawngate/contract/endpoints/compare";
import { courses } from "@dawngate/contract/endpoints/courses";
import { enrollment } from "@dawngate/contract/endpoints/enrollment";
import { ownFieldEndpoints } from "@dawngate/contract/endpoints/own-fields";
import { people } from "@dawngate/contract/endpoints/people";
import { rosterViewEndpoints } from "@dawngate/contract/endpoints/roster-views";
import { year } from "@dawngate/contract/endpoints/year";

import { pdf } from "../base/pdf";
import { refusal } from "../base/problem";
import { isTheirs } from "../school/context";
import { limited, router, type Services } from "../school/kit";
import { route } from "../school/route";
import { act } from "./acts";
import { compareCohorts } from "./compare/compare";
import { listCourses, showCourse } from "./courses";
import { datesFile, endFeed, readFeed, renewFeed, showDates, showFeed } from "./dates";
import { enrollByHand, enrollSelf } from "./enroll";
import { showEveryone, showFieldsOf, showSomeone, writeFieldsOf } from "./everyone";
import { showInvitedTo } from "./invited";
import { showMemberCourses } from "./memberships/shelf";
import { openMyLesson, showMyCourse } from "./mine";
import { changeZone, showOwnself } from "./own-zone";
import { showRoster, showRosterPerson, showTotals } from "./roster";
import { sendWhy } from "./send-why";
import { changeCohort, createCohort, gateCohort, makeNextCohorts, showRecord } from "./service";
import { showShelf } from "./shelf";
import { signList } from "./sign-list/sign-list";
import { tickLesson } from "./tick";
import { dropView, keepView, showViews } from "./views/views";
import { endYearFeed, readYearFeed, renewYearFeed, showYearFeed } from "./year/feed";
import { showYear } from "./year/year";

/** A calendar is one person's: no cache between keeps it. */
const CALENDAR = {
  "content-type": "text/calendar; charset=utf-8",
  "cache-control": "private, no-cache",
};

export function enrollmentRoutes(services: Services) {
  const { db } = services;
  return router()
    .openapi(route(services, courses.getCourses), async (c) =>
      c.json(await listCourses(db, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, courses.getCourse), async (c) =>
      c.json(await showCourse(db, c.get("context"), c.req.valid("param").course), 200),
    )
    .openapi(route(services, compare.compareCohorts), async (c) => {
      const { course } = c.req.valid("param");
      const { cohorts } = c.req.valid("query");
      return c.json(await compareCohorts(services, c.get("context"), course, cohorts), 200);
    })
    .openapi(route(services, year.getYear), async (c) =>
      c.json(await showYear(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, year.getYearFeed), async (c) =>
      c.json(await showYearFeed(services, c.get("context")), 200),
    )
    .openapi(route(services, year.renewYearFeed), async (c) =>
      c.json(await renewYearFeed(services, c.get("context")), 200),
    )
    .openapi(route(services, year.dropYearFeed), async (c) => {
      await endYearFeed(services, c.get("context"));
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, year.readYearFeed, "public"), async (c) => {
      const { token } = c.req.valid("param");
      return c.body(await readYearFeed(services, c.get("context"), token), 200, CALENDAR);
    })
    .openapi(route(services, enrollment.createCohort), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(await createCohort(db, c.get("context"), course, c.req.valid("json")), 200);
    })
    .openapi(route(services, enrollment.changeCohort), async (c) => {
      const { course, cohort } = c.req.valid("param");
      await changeCohort(services, c.get("context"), course, cohort, c.req.valid("json"));
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, enrollment.nextCohorts), async (c) => {
      const { course, cohort } = c.req.valid("param");
      const wanted = c.req.valid("json");
      return c.json(await makeNextCohorts(services, c.get("context"), course, cohort, wanted), 200);
    })
    .openapi(route(services, enrollment.gateCohort), async (c) => {
      const { course, cohort } = c.req.valid("param");
      await gateCohort(services, c.get("context"), course, cohort, c.req.valid("json"));
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, enrollment.enroll, "invite"), async (c) => {
      const { course } = c.req.valid("param");
      const request = c.req.valid("json");
      if (!isTheirs(c.get("context"), request.cohort))
        throw refusal("You can enroll people into the cohorts you lead.", [
          { path: "cohort", reason: "Choose one of your cohorts" },
        ]);
      return c.json(await enrollByHand(services, c.get("context"), course, request), 200);
    })
    .openapi(route(services, people.getEveryone, "search"), async (c) =>
      c.json(await showEveryone(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, ownFieldEndpoints.getFieldsOf), async (c) =>
      c.json(await showFieldsOf(services, c.get("context"), c.req.valid("param").person), 200),
    )
    .openapi(route(services, ownFieldEndpoints.setFieldsOf), async (c) => {
      const { person } = c.req.valid("param");
      const { values } = c.req.valid("json");
      await writeFieldsOf(services, c.get("context"), person, values);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, people.getSomeone), async (c) =>
      c.json(await showSomeone(services, c.get("context"), c.req.valid("param").person), 200),
    )
    .openapi(route(services, enrollment.getRoster), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(
        await showRoster(services, c.get("context"), course, c.req.valid("query")),
        200,
      );
    })
    .openapi(route(services, rosterViewEndpoints.getRosterViews), async (c) =>
      c.json(await showViews(services, c.get("context")), 200),
    )
    .openapi(route(services, rosterViewEndpoints.keepRosterView), async (c) =>
      c.json(await keepView(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, rosterViewEndpoints.dropRosterView), async (c) => {
      await dropView(services, c.get("context"), c.req.valid("param").view);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, enrollment.getSignList, "export"), async (c) => {
      const { course } = c.req.valid("param");
      const list = await signList(services, c.get("context"), course, c.req.valid("query"));
      return pdf(c, list, `to-sign-${course}`);
    })
    .openapi(route(services, enrollment.getRosterTotals), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(
        await showTotals(services, c.get("context"), course, c.req.valid("query")),
        200,
      );
    })
    .openapi(route(services, enrollment.getRosterPerson), async (c) => {
      const { course, enrollment } = c.req.valid("param");
      return c.json(await showRosterPerson(services, c.get("context"), course, enrollment), 200);
    })
    .openapi(route(services, enrollment.getRecord), async (c) => {
      const { course, enrollment } = c.req.valid("param");
      const { before = null } = c.req.valid("query");
      return c.json(await showRecord(services, c.get("context"), course, enrollment, before), 200);
    })
    .openapi(route(services, enrollment.act), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(await act(services, c.get("context"), course, c.req.valid("json")), 200);
    })
    .openapi(route(services, enrollment.sendWhy, "invite"), async (c) => {
      const { course, enrollment } = c.req.valid("param");
      const { item } = c.req.valid("json");
      await sendWhy(services, c.get("context"), course, enrollment, item);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, enrollment.enrollSelf), async (c) => {
      const { course } = c.req.valid("param");
      const asked = c.req.valid("json");
      if (asked.code) await limited(services, "join")(c, async () => undefined);
      return c.json(await enrollSelf(services, c.get("context"), course, asked), 200);
    })
    .openapi(route(services, enrollment.getMemberCourses), async (c) =>
      c.json(await showMemberCourses(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, enrollment.getShelf), async (c) =>
      c.json(await showShelf(services, c.get("context")), 200),
    )
    .openapi(route(services, enrollment.getInvitedTo, "public"), async (c) => {
      const { token } = c.req.valid("param");
      return c.json(await showInvitedTo({ db, now: services.now() }, token), 200);
    })
    .openapi(route(services, enrollment.getOwnself), async (c) =>
      c.json(await showOwnself(services, c.get("context")), 200),
    )
    .openapi(route(services, enrollment.changeZone), async (c) =>
      c.json(await changeZone(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, enrollment.getDates), async (c) =>
      c.json(await showDates(services, c.get("context"), c.req.valid("query").after), 200),
    )
    .openapi(route(services, enrollment.getDatesFile, "export"), async (c) =>
      c.body(await datesFile(services, c.get("context")), 200, {
        ...CALENDAR,
        "content-disposition": 'attachment; filename="dates.ics"',
      }),
    )
    .openapi(route(services, enrollment.getFeed), async (c) =>
      c.json(await showFeed(services, c.get("context")), 200),
    )
    .openapi(route(services, enrollment.renewFeed, "account"), async (c) =>
      c.json(await renewFeed(services, c.get("context")), 200),
    )
    .openapi(route(services, enrollment.dropFeed), async (c) => {
      await endFeed(services, c.get("context"));
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, enrollment.readFeed, "public"), async (c) =>
      c.body(await readFeed(services, c.get("context"), c.req.valid("param").token), 200, CALENDAR),
    )
    .openapi(route(services, enrollment.getMyCourse), async (c) => {
      const { enrollment } = c.req.valid("param");
      return c.json(await showMyCourse(services, c.get("context"), enrollment), 200);
    })
    .openapi(route(services, enrollment.openLesson), async (c) => {
      const { enrollment, lesson } = c.req.valid("param");
      return c.json(await openMyLesson(services, c.get("context"), enrollment, lesson), 200);
    })
    .openapi(route(services, enrollment.tick), async (c) => {
      const { enrollment, lesson } = c.req.valid("param");
      const { done, key } = c.req.valid("json");
      const context = c.get("context");
      return c.json(await tickLesson(services, context, enrollment, lesson, done, key), 200);
    });
}
