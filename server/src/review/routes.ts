/** HTTP of publishing: what a change would do, publishing it, and the versions there are. */

import { publication } from "@dawngate/contract/courses";
import { cohortGate, newCohort } from "@dawngate/contract/enrollment";
import { newRemark, remarkChange, remarks } from "@dawngate/contract/remarks";
import {
  beforeAndAfter,
  publishing,
  type RippleAnswer,
  type RippleProgress,
  rippleAnswer,
  rippleProgress,
  rippleQuestion,
  versionList,
  versionListQuery,
  versionPlan,
} from "@dawngate/contract/review";
import { schoolChange } from "@dawngate/contract/school";
import { planFields } from "@dawngate/core/plan";
import { createRoute, z } from "@hono/zod-openapi";
import { existing } from "../courses/authoring";
import { projectSoon } from "../jobs/projecting-store";
import type { Context } from "../school/context";
import {
  answers,
  body,
  counter,
  done,
  inCourse,
  inEnrollment,
  inSchool,
  limited,
  needs,
  router,
  type Services,
} from "../school/kit";
import { reading } from "../school/service";
import { type AskedChange, personRippled } from "./change";
import { patiently } from "./patience";
import { addRemark, listRemarks, settleRemark } from "./remarks";
import { publish, showVersion, showVersions } from "./service";

const tags = ["review"];
const inCohort = inCourse.extend({ cohort: planFields.id });

/** A ripple, or how far it has come. */
const rippled = {
  ...answers(rippleAnswer, "Totals, groups and persons."),
  202: {
    description: "It takes longer than a second: so far it has come. Ask again.",
    content: { "application/json": { schema: rippleProgress } },
  },
};

export function reviewRoutes(services: Services) {
  const { db } = services;
  const publishers = needs(services, "courses.publish");
  const rippleOf = (context: Context, key: unknown[], change: AskedChange) =>
    patiently(services, context, JSON.stringify(key), change);
  const isAnswer = (found: RippleAnswer | RippleProgress): found is RippleAnswer =>
    "totals" in found;
  return router()
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/ripple",
        tags,
        summary:
          "What publishing the draft, or an earlier version, would do to the people in the course",
        ...publishers,
        request: { params: inCourse, query: rippleQuestion },
        responses: rippled,
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        const { people, back } = c.req.valid("query");
        const context = c.get("context");
        // An answer counts for the version and the draft it was worked out over, and for no others.
        const { row } = await reading(db, context, (tx) => existing(tx, course));
        const found = await rippleOf(
          context,
          ["publish", course, people, back, row.current_version, row.draft_sequence],
          { of: "publishing", course, people, back },
        );
        return isAnswer(found) ? c.json(found, 200) : c.json(found, 202);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/enrollments/{enrollment}/ripple",
        tags,
        summary: "One person's dates before and after publishing",
        ...publishers,
        request: { params: inEnrollment, query: rippleQuestion },
        responses: answers(beforeAndAfter, "Two timelines."),
      }),
      async (c) => {
        const { course, enrollment } = c.req.valid("param");
        const { people, back } = c.req.valid("query");
        const context = c.get("context");
        const found = await reading(db, context, (tx) =>
          personRippled(
            { tx, school: context.school, now: context.now },
            course,
            enrollment,
            people,
            back,
          ),
        );
        return c.json(found, 200);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/courses/{course}/cohorts/{cohort}/ripple",
        tags,
        summary: "What changing a cohort, or one of its own gates, would do to its people",
        ...needs(services, "cohorts.change"),
        request: { params: inCohort, body: body(z.union([newCohort, cohortGate])) },
        responses: rippled,
      }),
      async (c) => {
        const { course, cohort } = c.req.valid("param");
        const changed = c.req.valid("json");
        const found = await rippleOf(c.get("context"), ["cohort", course, cohort, changed], {
          of: "cohort",
          course,
          cohort,
          changed,
        });
        return isAnswer(found) ? c.json(found, 200) : c.json(found, 202);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/ripple",
        tags,
        summary: "What another calendar or zone of the school would do to everybody",
        ...needs(services, "school.change"),
        request: {
          params: inSchool,
          body: body(schoolChange.pick({ timeZone: true, calendar: true })),
        },
        responses: rippled,
      }),
      async (c) => {
        const changed = c.req.valid("json");
        const found = await rippleOf(c.get("context"), ["school", changed], {
          of: "school",
          changed,
        });
        return isAnswer(found) ? c.json(found, 200) : c.json(found, 202);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/versions",
        tags,
        summary: "Every version of a course: who published it, when, for whom, with what note",
        ...publishers,
        request: { params: inCourse, query: versionListQuery },
        responses: answers(versionList, "The newest first, page by page."),
      }),
      async (c) => {
        const { before = null } = c.req.valid("query");
        const { course } = c.req.valid("param");
        return c.json(await showVersions(db, c.get("context"), course, before), 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/versions/{version}",
        tags,
        summary: "A version as it was published",
        ...publishers,
        request: { params: inCourse.extend({ version: counter }) },
        responses: answers(versionPlan, "Its plan."),
      }),
      async (c) => {
        const { course, version } = c.req.valid("param");
        return c.json(await showVersion(db, c.get("context"), course, version), 200);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/courses/{course}/versions",
        tags,
        summary: "Publish the draft, or an earlier version again",
        ...publishers,
        request: { params: inCourse, query: publishing },
        responses: answers(publication, "The new version."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        const context = c.get("context");
        const { school, now } = context;
        const how = c.req.valid("query");
        const version = await db.withSchool(context, async (tx) => {
          const number = await publish(tx, school, course, { ...how, now });
          await projectSoon(tx, school, course);
          return number;
        });
        return c.json({ version }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/remarks",
        tags,
        summary: "What reviewers and authors have remarked on a course",
        ...needs(services, "courses.read"),
        request: { params: inCourse },
        responses: answers(remarks, "Open ones first."),
      }),
      async (c) =>
        c.json(await listRemarks(db, c.get("context"), c.req.valid("param").course), 200),
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/courses/{course}/remarks",
        tags,
        summary: "Leave a remark on a course, or on an item of it",
        ...needs(services, "remarks.write", limited(services, "account")),
        request: { params: inCourse, body: body(newRemark) },
        responses: answers(remarks, "All remarks."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        return c.json(await addRemark(db, c.get("context"), course, c.req.valid("json")), 200);
      },
    )
    .openapi(
      createRoute({
        method: "patch",
        path: "/schools/{school}/courses/{course}/remarks/{remark}",
        tags,
        summary: "Settle a remark, or open it again",
        ...needs(services, "remarks.write"),
        request: { params: inCourse.extend({ remark: z.uuid() }), body: body(remarkChange) },
        responses: answers(done, "Kept."),
      }),
      async (c) => {
        const { course, remark } = c.req.valid("param");
        await settleRemark(db, c.get("context"), course, remark, c.req.valid("json").settled);
        return c.json({ done: true as const }, 200);
      },
    );
}
