/** HTTP of publishing: what a change would do, publishing it, and the versions there are. */
import { review } from "@dawngate/contract/endpoints/review";

import type { RippleAnswer, RippleProgress } from "@dawngate/contract/review";

import { existing } from "../courses/authoring";
import { projectSoon } from "../jobs/projecting-store";
import type { Context } from "../school/context";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { reading } from "../school/service";
import { type AskedChange, personRippled } from "./change";
import { patiently } from "./patience";
import { addRemark, listRemarks, settleRemark } from "./remarks";
import { publish, showVersion, showVersions } from "./service";
import { TOUCHED } from "./tasks";

export function reviewRoutes(services: Services) {
  const { db } = services;
  const rippleOf = (context: Context, key: unknown[], change: AskedChange) =>
    patiently(services, context, JSON.stringify(key), change);
  const touchedBy = ({ school, now }: Context, change: AskedChange, after: string | undefined) =>
    services.threads.run(TOUCHED, { school, now, change, after });
  const isAnswer = (found: RippleAnswer | RippleProgress): found is RippleAnswer =>
    "totals" in found;
  return router()
    .openapi(route(services, review.getRipple), async (c) => {
      const { course } = c.req.valid("param");
      const { people, back } = c.req.valid("query");
      const context = c.get("context");
      // An answer counts for the version and the draft it was worked out over, and for no others.
      const { row } = await reading(db, context, (tx) => existing(tx, course));
      const found = await rippleOf(
        context,
        ["publish", course, people, back, row.current_version, row.sequence],
        { of: "publishing", course, people, back },
      );
      return isAnswer(found) ? c.json(found, 200) : c.json(found, 202);
    })
    .openapi(route(services, review.getPersonRipple), async (c) => {
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
    })
    .openapi(route(services, review.getCohortRipple), async (c) => {
      const { course, cohort } = c.req.valid("param");
      const changed = c.req.valid("json");
      const found = await rippleOf(c.get("context"), ["cohort", course, cohort, changed], {
        of: "cohort",
        course,
        cohort,
        changed,
      });
      return isAnswer(found) ? c.json(found, 200) : c.json(found, 202);
    })
    .openapi(route(services, review.getSchoolRipple), async (c) => {
      const changed = c.req.valid("json");
      const found = await rippleOf(c.get("context"), ["school", changed], {
        of: "school",
        changed,
      });
      return isAnswer(found) ? c.json(found, 200) : c.json(found, 202);
    })
    .openapi(route(services, review.getTouched), async (c) => {
      const { course } = c.req.valid("param");
      const { people, back, after } = c.req.valid("query");
      const change: AskedChange = { of: "publishing", course, people, back };
      return c.json(await touchedBy(c.get("context"), change, after), 200);
    })
    .openapi(route(services, review.getTouchedByCohort), async (c) => {
      const { course, cohort } = c.req.valid("param");
      const change: AskedChange = { of: "cohort", course, cohort, changed: c.req.valid("json") };
      return c.json(await touchedBy(c.get("context"), change, c.req.valid("query").after), 200);
    })
    .openapi(route(services, review.getTouchedBySchool), async (c) => {
      const change: AskedChange = { of: "school", changed: c.req.valid("json") };
      return c.json(await touchedBy(c.get("context"), change, c.req.valid("query").after), 200);
    })
    .openapi(route(services, review.getVersions), async (c) => {
      const { before = null } = c.req.valid("query");
      const { course } = c.req.valid("param");
      return c.json(await showVersions(db, c.get("context"), course, before), 200);
    })
    .openapi(route(services, review.getVersion), async (c) => {
      const { course, version } = c.req.valid("param");
      return c.json(await showVersion(db, c.get("context"), course, version), 200);
    })
    .openapi(route(services, review.publish), async (c) => {
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
    })
    .openapi(route(services, review.getRemarks), async (c) =>
      c.json(await listRemarks(db, c.get("context"), c.req.valid("param").course), 200),
    )
    .openapi(route(services, review.addRemark, "account"), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(await addRemark(db, c.get("context"), course, c.req.valid("json")), 200);
    })
    .openapi(route(services, review.settleRemark), async (c) => {
      const { course, remark } = c.req.valid("param");
      await settleRemark(db, c.get("context"), course, remark, c.req.valid("json").settled);
      return c.json({ done: true as const }, 200);
    });
}
