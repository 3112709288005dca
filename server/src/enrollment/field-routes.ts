/** HTTP of what stands in the school's own fields about courses, cohorts and enrollments. */
import { ownFieldEndpoints as endpoints } from "@dawngate/contract/endpoints/own-fields";
import type { FieldAnswers } from "@dawngate/contract/own-fields";
import type { Context } from "../school/context";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { type Among, showFieldsAmong, writeFieldsAmong } from "./fields";

const DONE = { done: true as const };

interface Address {
  course: string;
  cohort?: string;
  enrollment?: string;
}

/** What an address names. */
function amongOf({ course, cohort, enrollment }: Address): Among {
  if (cohort !== undefined) return { about: "cohorts", course, id: cohort };
  if (enrollment !== undefined) return { about: "enrollments", course, id: enrollment };
  return { about: "courses", course, id: course };
}

export function fieldRoutes(services: Services) {
  const show = (context: Context, at: Address) => showFieldsAmong(services, context, amongOf(at));
  const write = async (context: Context, at: Address, { values }: { values: FieldAnswers }) => {
    await writeFieldsAmong(services, context, amongOf(at), values);
    return DONE;
  };
  return router()
    .openapi(route(services, endpoints.getFieldsOfCourse), async (c) =>
      c.json(await show(c.get("context"), c.req.valid("param")), 200),
    )
    .openapi(route(services, endpoints.setFieldsOfCourse), async (c) =>
      c.json(await write(c.get("context"), c.req.valid("param"), c.req.valid("json")), 200),
    )
    .openapi(route(services, endpoints.getFieldsOfCohort), async (c) =>
      c.json(await show(c.get("context"), c.req.valid("param")), 200),
    )
    .openapi(route(services, endpoints.setFieldsOfCohort), async (c) =>
      c.json(await write(c.get("context"), c.req.valid("param"), c.req.valid("json")), 200),
    )
    .openapi(route(services, endpoints.getFieldsOfEnrollment), async (c) =>
      c.json(await show(c.get("context"), c.req.valid("param")), 200),
    )
    .openapi(route(services, endpoints.setFieldsOfEnrollment), async (c) =>
      c.json(await write(c.get("context"), c.req.valid("param"), c.req.valid("json")), 200),
    );
}
