/** HTTP of publishing: what a change would do, publishing it, and the versions there are. */
import {
  beforeAndAfter,
  cohortGate,
  newCohort,
  publication,
  publishing,
  type RippleAnswer,
  type RippleProgress,
  rippleAnswer,
  rippleProgress,
  rippleQuestion,
  schoolChange,
  versionList,
  versionPlan,
} from "@dawngate/contract";
import { planFields } from "@dawngate/core/plan";
import { createRoute, z } from "@hono/zod-openapi";
import { existing } from "../courses/authoring";
import { countPeople } from "../enrollment/lot-store";
import {
  answers,
  body,
  inCourse,
  inEnrollment,
  inSchool,
  OWNERS,
  only,
  router,
  type Services,
} from "../http/kit";
import type { Actor } from "../school/actor";
import { reading } from "../school/service";
import { publishedCourses } from "../school/store";
import {
  cohortRipple,
  personRippled,
  publishingRipple,
  schoolRipple,
  type Working,
} from "./change";
import { patiently } from "./patience";
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
  const { db, now, jobs } = services;
  const owners = only(services, OWNERS);
  const rippleOf = (
    actor: Actor,
    key: unknown[],
    people: (working: Working) => Promise<number>,
    work: (working: Working) => Promise<RippleAnswer>,
  ) => patiently(services, actor, JSON.stringify(key), people, work);
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
        middleware: owners,
        request: { params: inCourse, query: rippleQuestion },
        responses: rippled,
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        const { people, back } = c.req.valid("query");
        const actor = c.get("actor");
        // An answer counts for the version and the draft it was worked out over, and for no others.
        const { row } = await reading(db, actor, (tx) => existing(tx, course));
        const found = await rippleOf(
          actor,
          ["publish", course, people, back, row.current_version, row.draft_sequence],
          ({ tx }) => countPeople(tx, course),
          (working) => publishingRipple(working, course, people, back),
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
        middleware: owners,
        request: { params: inEnrollment, query: rippleQuestion },
        responses: answers(beforeAndAfter, "Two timelines."),
      }),
      async (c) => {
        const { course, enrollment } = c.req.valid("param");
        const { people, back } = c.req.valid("query");
        const actor = c.get("actor");
        const found = await reading(db, actor, (tx) =>
          personRippled({ tx, school: actor.school, now: now() }, course, enrollment, people, back),
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
        middleware: owners,
        request: { params: inCohort, body: body(z.union([newCohort, cohortGate])) },
        responses: rippled,
      }),
      async (c) => {
        const { course, cohort } = c.req.valid("param");
        const changed = c.req.valid("json");
        const found = await rippleOf(
          c.get("actor"),
          ["cohort", course, cohort, changed],
          ({ tx }) => countPeople(tx, course, cohort),
          (working) => cohortRipple(working, course, cohort, changed),
        );
        return isAnswer(found) ? c.json(found, 200) : c.json(found, 202);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/ripple",
        tags,
        summary: "What another calendar or zone of the school would do to everybody",
        middleware: owners,
        request: {
          params: inSchool,
          body: body(schoolChange.pick({ timeZone: true, calendar: true })),
        },
        responses: rippled,
      }),
      async (c) => {
        const changed = c.req.valid("json");
        const found = await rippleOf(
          c.get("actor"),
          ["school", changed],
          async ({ tx }) => {
            let people = 0;
            for (const course of await publishedCourses(tx))
              people += await countPeople(tx, course);
            return people;
          },
          (working) => schoolRipple(working, changed),
        );
        return isAnswer(found) ? c.json(found, 200) : c.json(found, 202);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/versions",
        tags,
        summary: "Every version of a course: who published it, when, for whom, with what note",
        middleware: owners,
        request: { params: inCourse },
        responses: answers(versionList, "The newest first."),
      }),
      async (c) => c.json(await showVersions(db, c.get("actor"), c.req.valid("param").course), 200),
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/versions/{version}",
        tags,
        summary: "A version as it was published",
        middleware: owners,
        request: { params: inCourse.extend({ version: z.coerce.number().int().positive() }) },
        responses: answers(versionPlan, "Its plan."),
      }),
      async (c) => {
        const { course, version } = c.req.valid("param");
        return c.json(await showVersion(db, c.get("actor"), course, version), 200);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/courses/{course}/versions",
        tags,
        summary: "Publish the draft, or an earlier version again",
        middleware: owners,
        request: { params: inCourse, query: publishing },
        responses: answers(publication, "The new version."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        const { school, account } = c.get("actor");
        const how = c.req.valid("query");
        const version = await db.withSchool(school, (tx) =>
          publish(tx, school, course, { ...how, author: account?.name ?? "", now: now() }),
        );
        await jobs.projectCourse(school, course);
        return c.json({ version }, 200);
      },
    );
}
