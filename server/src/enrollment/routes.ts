/** HTTP of enrolling: cohorts, the ways in, what staff do, and the enrollee's side. */

import {
  courseList,
  courseListQuery,
  course as courseSchema,
  created,
} from "@dawngate/contract/courses";
import {
  acted,
  actRequest,
  cohortGate,
  enrolled,
  enrollRequest,
  myCourse,
  myLesson,
  newCohort,
  newEnrollment,
  record,
  recordQuery,
  shelf,
  tick,
  ticked,
  whyMail,
} from "@dawngate/contract/enrollment";
import {
  roster,
  rosterPerson,
  rosterQuery,
  rosterTotals,
  rosterTotalsQuery,
} from "@dawngate/contract/roster";
import { planFields } from "@dawngate/core/plan";
import { createRoute } from "@hono/zod-openapi";
import { refusal } from "../base/problem";
import { isTheirs } from "../school/context";
import {
  answers,
  body,
  done,
  inCourse,
  inEnrollment,
  inSchool,
  limited,
  needs,
  router,
  type Services,
} from "../school/kit";
import { act } from "./acts";
import { listCourses, showCourse } from "./courses";
import { enrollByHand, enrollSelf } from "./enroll";
import { openMyLesson, showMyCourse, tickLesson } from "./mine";
import { showRoster, showRosterPerson, showTotals } from "./roster";
import { sendWhy } from "./send-why";
import { changeCohort, createCohort, gateCohort, showRecord } from "./service";
import { showShelf } from "./shelf";

const tags = ["enrollment"];
const inMine = inSchool.extend({ enrollment: planFields.id });
const inMyLesson = inMine.extend({ lesson: planFields.id });

export function enrollmentRoutes(services: Services) {
  const { db } = services;
  const learners = needs(services, "self.learn");
  return router()
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses",
        tags: ["courses"],
        summary: "The school's courses, in its own order",
        ...needs(services, "courses.read"),
        request: { params: inSchool, query: courseListQuery },
        responses: answers(courseList, "A page of the courses, and where the next one begins."),
      }),
      async (c) => c.json(await listCourses(db, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}",
        tags: ["courses"],
        summary: "A course's current version, with its cohorts and its people",
        ...needs(services, "courses.read"),
        request: { params: inCourse },
        responses: answers(courseSchema, "The course."),
      }),
      async (c) => c.json(await showCourse(db, c.get("context"), c.req.valid("param").course), 200),
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/courses/{course}/cohorts",
        tags,
        summary: "Make a cohort",
        ...needs(services, "cohorts.change"),
        request: { params: inCourse, body: body(newCohort) },
        responses: answers(created, "The cohort."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        return c.json(await createCohort(db, c.get("context"), course, c.req.valid("json")), 200);
      },
    )
    .openapi(
      createRoute({
        method: "put",
        path: "/schools/{school}/courses/{course}/cohorts/{cohort}",
        tags,
        summary: "Change a cohort's name, window, dates and seats",
        ...needs(services, "cohorts.change"),
        request: { params: inCourse.extend({ cohort: planFields.id }), body: body(newCohort) },
        responses: answers(done, "Kept; everybody's dates follow."),
      }),
      async (c) => {
        const { course, cohort } = c.req.valid("param");
        await changeCohort(services, c.get("context"), course, cohort, c.req.valid("json"));
        return c.json({ done: true as const }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "put",
        path: "/schools/{school}/courses/{course}/cohorts/{cohort}/gates",
        tags,
        summary: "A cohort's own gate for an item, instead of the course's",
        ...needs(services, "cohorts.change"),
        request: { params: inCourse.extend({ cohort: planFields.id }), body: body(cohortGate) },
        responses: answers(done, "Kept; the dates of its people follow."),
      }),
      async (c) => {
        const { course, cohort } = c.req.valid("param");
        await gateCohort(services, c.get("context"), course, cohort, c.req.valid("json"));
        return c.json({ done: true as const }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/courses/{course}/enrollments",
        tags,
        summary: "Enroll somebody by hand",
        ...needs(services, "people.enroll", limited(services, "invite")),
        request: { params: inCourse, body: body(newEnrollment) },
        responses: answers(enrolled, "The enrollment; who has no account is invited by mail."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        const request = c.req.valid("json");
        if (!isTheirs(c.get("context"), request.cohort))
          throw refusal("You can enroll people into the cohorts you lead.", [
            { path: "cohort", reason: "Choose one of your cohorts" },
          ]);
        return c.json(await enrollByHand(services, c.get("context"), course, request), 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/people",
        tags,
        summary: "The people of a course, page by page",
        description: "Found by a part of their name, narrowed and sorted by the server.",
        ...needs(services, "people.see"),
        request: { params: inCourse, query: rosterQuery },
        responses: answers(roster, "A page, and where the next one begins."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        return c.json(
          await showRoster(services, c.get("context"), course, c.req.valid("query")),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/people/totals",
        tags,
        summary: "How many people stand how in a course",
        ...needs(services, "people.see"),
        request: { params: inCourse, query: rosterTotalsQuery },
        responses: answers(rosterTotals, "How many, by standing and by cohort."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        return c.json(
          await showTotals(services, c.get("context"), course, c.req.valid("query")),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/enrollments/{enrollment}",
        tags,
        summary: "One person of a course, as the roster has them",
        ...needs(services, "people.see"),
        request: { params: inEnrollment },
        responses: answers(rosterPerson, "The person."),
      }),
      async (c) => {
        const { course, enrollment } = c.req.valid("param");
        return c.json(await showRosterPerson(services, c.get("context"), course, enrollment), 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/enrollments/{enrollment}/events",
        tags,
        summary: "What is on record about an enrollment",
        ...needs(services, "people.see"),
        request: { params: inEnrollment, query: recordQuery },
        responses: answers(record, "The events, the newest first, page by page."),
      }),
      async (c) => {
        const { course, enrollment } = c.req.valid("param");
        const { before = null } = c.req.valid("query");
        return c.json(
          await showRecord(services, c.get("context"), course, enrollment, before),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/courses/{course}/acts",
        tags,
        summary: "Do something for people, with a reason, or look at what it would do",
        ...needs(services, "people.act"),
        request: { params: inCourse, body: body(actRequest) },
        responses: answers(acted, "Whose dates move by it, and for whom it is not done."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        return c.json(await act(services, c.get("context"), course, c.req.valid("json")), 200);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/courses/{course}/enrollments/{enrollment}/why",
        tags,
        summary: "Send somebody the why of a module or lesson, by mail",
        ...needs(services, "people.act", limited(services, "invite")),
        request: { params: inEnrollment, body: body(whyMail) },
        responses: answers(done, "It is on its way."),
      }),
      async (c) => {
        const { course, enrollment } = c.req.valid("param");
        const { item } = c.req.valid("json");
        await sendWhy(services, c.get("context"), course, enrollment, item);
        return c.json({ done: true as const }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/catalog/{course}",
        tags,
        summary: "Enroll oneself",
        ...learners,
        request: { params: inCourse, body: body(enrollRequest) },
        responses: answers(enrolled, "The enrollment."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        return c.json(
          await enrollSelf(services, c.get("context"), course, c.req.valid("json")),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/shelf",
        tags,
        summary: "What one holds",
        ...learners,
        request: { params: inSchool },
        responses: answers(shelf, "The shelf."),
      }),
      async (c) => c.json(await showShelf(services, c.get("context")), 200),
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/shelf/{enrollment}",
        tags,
        summary: "A course of one's own, with the why of every date",
        ...learners,
        request: { params: inMine },
        responses: answers(myCourse, "The course."),
      }),
      async (c) => {
        const { enrollment } = c.req.valid("param");
        return c.json(await showMyCourse(services, c.get("context"), enrollment), 200);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/shelf/{enrollment}/lessons/{lesson}",
        tags,
        summary: "Open a lesson, if its door is open",
        ...learners,
        request: { params: inMyLesson },
        responses: answers(myLesson, "The lesson."),
      }),
      async (c) => {
        const { enrollment, lesson } = c.req.valid("param");
        return c.json(await openMyLesson(services, c.get("context"), enrollment, lesson), 200);
      },
    )
    .openapi(
      createRoute({
        method: "put",
        path: "/schools/{school}/shelf/{enrollment}/lessons/{lesson}",
        tags,
        summary: "Tick a lesson, or take the tick back",
        ...learners,
        request: { params: inMyLesson, body: body(tick) },
        responses: answers(ticked, "What came of it."),
      }),
      async (c) => {
        const { enrollment, lesson } = c.req.valid("param");
        const { done, key } = c.req.valid("json");
        const context = c.get("context");
        return c.json(await tickLesson(services, context, enrollment, lesson, done, key), 200);
      },
    );
}
