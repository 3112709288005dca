/** HTTP of courses. */
import { course, courseList, lessonText } from "@dawngate/contract";
import { createRoute } from "@hono/zod-openapi";
import { answers, inCourse, inLesson, inSchool, router, type Services } from "../http/kit";
import { listCourses, showCourse, showLessonText } from "./service";

export function courseRoutes({ db, now }: Services) {
  return router()
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses",
        tags: ["courses"],
        summary: "The school's published courses, in its own order",
        request: { params: inSchool },
        responses: answers(courseList, "The courses."),
      }),
      async (c) => c.json(await listCourses(db, c.req.valid("param").school, now()), 200),
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}",
        tags: ["courses"],
        summary: "A course's current version, with its cohorts and its people",
        request: { params: inCourse },
        responses: answers(course, "The course."),
      }),
      async (c) => {
        const { school, course } = c.req.valid("param");
        return c.json(await showCourse(db, school, course), 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/lessons/{lesson}",
        tags: ["courses"],
        summary: "What stands in a lesson",
        request: { params: inLesson },
        responses: answers(lessonText, "The lesson's newest text."),
      }),
      async (c) => {
        const { school, course, lesson } = c.req.valid("param");
        return c.json(await showLessonText(db, school, course, lesson), 200);
      },
    );
}
