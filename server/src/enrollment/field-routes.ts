/** HTTP of what stands in the school's own fields about courses, cohorts and enrollments. */
import { ownFieldEndpoints as endpoints } from "@dawngate/contract/endpoints/own-fields";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { type Among, showFieldsAmong, writeFieldsAmong } from "./fields";

const DONE = { done: true as const };

const ofCourse = ({ course }: { course: string }): Among => ({
  about: "courses",
  course,
  id: course,
});
const ofCohort = ({ course, cohort }: { course: string; cohort: string }): Among => ({
  about: "cohorts",
  course,
  id: cohort,
});
const ofEnrollment = (at: { course: string; enrollment: string }): Among => ({
  about: "enrollments",
  course: at.course,
  id: at.enrollment,
});

export function fieldRoutes(services: Services) {
  return router()
    .openapi(route(services, endpoints.getFieldsOfCourse), async (c) => {
      const among = ofCourse(c.req.valid("param"));
      return c.json(await showFieldsAmong(services, c.get("context"), among), 200);
    })
    .openapi(route(services, endpoints.setFieldsOfCourse), async (c) => {
      const { values } = c.req.valid("json");
      await writeFieldsAmong(services, c.get("context"), ofCourse(c.req.valid("param")), values);
      return c.json(DONE, 200);
    })
    .openapi(route(services, endpoints.getFieldsOfCohort), async (c) => {
      const among = ofCohort(c.req.valid("param"));
      return c.json(await showFieldsAmong(services, c.get("context"), among), 200);
    })
    .openapi(route(services, endpoints.setFieldsOfCohort), async (c) => {
      const { values } = c.req.valid("json");
      await writeFieldsAmong(services, c.get("context"), ofCohort(c.req.valid("param")), values);
      return c.json(DONE, 200);
    })
    .openapi(route(services, endpoints.getFieldsOfEnrollment), async (c) => {
      const among = ofEnrollment(c.req.valid("param"));
      return c.json(await showFieldsAmong(services, c.get("context"), among), 200);
    })
    .openapi(route(services, endpoints.setFieldsOfEnrollment), async (c) => {
      const { values } = c.req.valid("json");
      const among = ofEnrollment(c.req.valid("param"));
      await writeFieldsAmong(services, c.get("context"), among, values);
      return c.json(DONE, 200);
    });
}
