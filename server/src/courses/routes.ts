/** HTTP of courses: as they are published, and as they are edited. */
import {
  courseChange,
  created,
  description,
  draft,
  draftTexts,
  edit,
  edited,
  lessonChange,
  lessonDraft,
  lessonText,
  newCourse,
  sharing,
} from "@dawngate/contract/courses";
import { createRoute, z } from "@hono/zod-openapi";
import { streamSSE } from "hono/streaming";
import type { Changes } from "../jobs/changes";
import {
  answers,
  body,
  counter,
  done,
  inCourse,
  inLesson,
  inSchool,
  may,
  needs,
  router,
  type Services,
} from "../school/kit";
import {
  changeDescription,
  changeLesson,
  editDraft,
  operationsAfter,
  showDraft,
  showLessonDraft,
  showTexts,
} from "./authoring";
import { arrangeCourse, createCourse } from "./making";
import { showLessonText } from "./service";
import { shareLesson } from "./sharing";

const tags = ["courses"];

export function courseRoutes(services: Services, changes: Changes | null) {
  const { db } = services;
  const readers = needs(services, "courses.read");
  const editors = needs(services, "courses.edit");
  const makers = needs(services, "courses.make");
  const app = router()
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/courses",
        tags,
        summary: "A new course, empty",
        ...makers,
        request: { params: inSchool, body: body(newCourse) },
        responses: answers(created, "The course."),
      }),
      async (c) => c.json(await createCourse(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/lessons/{lesson}",
        tags,
        summary: "What stands in a lesson",
        ...readers,
        request: { params: inLesson },
        responses: answers(lessonText, "The lesson's newest text."),
      }),
      async (c) => {
        const { course, lesson } = c.req.valid("param");
        return c.json(await showLessonText(db, c.get("context"), course, lesson), 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/draft",
        tags,
        summary: "A course as its authors edit it",
        ...readers,
        request: { params: inCourse },
        responses: answers(draft, "The draft, with its number."),
      }),
      async (c) => c.json(await showDraft(db, c.get("context"), c.req.valid("param").course), 200),
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/courses/{course}/draft",
        tags,
        summary: "Play operations on a draft",
        description:
          "What was played before is not played again; the answer holds everything after the base.",
        ...editors,
        request: { params: inCourse, body: body(edit) },
        responses: answers(edited, "What has happened since the base."),
      }),
      async (c) =>
        c.json(
          await editDraft(db, c.get("context"), c.req.valid("param").course, c.req.valid("json")),
          200,
        ),
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/draft/texts",
        tags,
        summary: "What stands in all lessons of a draft",
        ...editors,
        request: { params: inCourse },
        responses: answers(draftTexts, "The texts."),
      }),
      async (c) => c.json(await showTexts(db, c.get("context"), c.req.valid("param").course), 200),
    )
    .openapi(
      createRoute({
        method: "patch",
        path: "/schools/{school}/courses/{course}",
        tags,
        summary: "Put a course into a group, elsewhere in the list, into the archive or out of it",
        ...makers,
        request: { params: inCourse, body: body(courseChange) },
        responses: answers(done, "Kept."),
      }),
      async (c) => {
        await arrangeCourse(db, c.get("context"), c.req.valid("param").course, c.req.valid("json"));
        return c.json({ done: true as const }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "put",
        path: "/schools/{school}/courses/{course}/description",
        tags,
        summary: "Say what a course is, for visitors",
        ...editors,
        request: { params: inCourse, body: body(description) },
        responses: answers(done, "Kept."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        await changeDescription(db, c.get("context"), course, c.req.valid("json").description);
        return c.json({ done: true as const }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/draft/lessons/{lesson}",
        tags,
        summary: "A lesson's text as its authors edit it",
        ...readers,
        request: { params: inLesson },
        responses: answers(lessonDraft, "The text and the number of its revision."),
      }),
      async (c) => {
        const { course, lesson } = c.req.valid("param");
        return c.json(await showLessonDraft(db, c.get("context"), course, lesson), 200);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/courses/{course}/draft/lessons/{lesson}/sharing",
        tags,
        summary: "Let a lesson stand in another course too",
        ...editors,
        request: { params: inLesson, body: body(sharing) },
        responses: answers(done, "It stands there now, at the end."),
      }),
      async (c) => {
        const { course, lesson } = c.req.valid("param");
        await shareLesson(db, c.get("context"), course, lesson, c.req.valid("json").course);
        return c.json({ done: true as const }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "put",
        path: "/schools/{school}/courses/{course}/draft/lessons/{lesson}",
        tags,
        summary: "Keep a lesson's text as a new revision",
        ...editors,
        request: { params: inLesson, body: body(lessonChange) },
        responses: answers(lessonDraft, "The new revision."),
      }),
      async (c) => {
        const { course, lesson } = c.req.valid("param");
        const context = c.get("context");
        return c.json(await changeLesson(db, context, course, lesson, c.req.valid("json")), 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/courses/{course}/draft/operations",
        tags,
        summary: "What has happened to a draft since a number",
        ...readers,
        request: { params: inCourse, query: z.object({ base: counter }) },
        responses: answers(edited.pick({ operations: true }), "The operations."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        const { base } = c.req.valid("query");
        const operations = await operationsAfter(db, c.get("context"), course, base);
        return c.json({ operations }, 200);
      },
    );

  // A stream has no place among routes that answer once.
  app.get("/schools/:school/courses/:course/draft/changes", may(services, "courses.read"), (c) => {
    const { school } = c.get("context");
    return streamSSE(c, async (stream) => {
      let wake: () => void = () => undefined;
      const stop = changes?.onDraft(school, c.req.param("course"), () => wake());
      stream.onAbort(() => {
        stop?.();
        wake();
      });
      await stream.writeSSE({ event: "hello", data: "" });
      while (!stream.aborted) {
        const told = await new Promise<boolean>((resolve) => {
          const timer = setTimeout(() => resolve(false), 20_000);
          wake = () => {
            clearTimeout(timer);
            resolve(true);
          };
        });
        // A word now and then keeps what stands between from closing a quiet connection.
        if (!stream.aborted) await stream.writeSSE({ event: told ? "changed" : "quiet", data: "" });
      }
    });
  });
  return app;
}
