/** HTTP of lessons. */
import { lessons } from "@dawngate/contract/endpoints/lessons";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { changeLesson, showLessonDraft, showLessonText, showTexts } from "./service";
import { shareLesson } from "./sharing";

export function lessonRoutes(services: Services) {
  const { db } = services;
  return router()
    .openapi(route(services, lessons.getLessonText), async (c) => {
      const { course, lesson } = c.req.valid("param");
      return c.json(await showLessonText(db, c.get("context"), course, lesson), 200);
    })
    .openapi(route(services, lessons.getTexts), async (c) =>
      c.json(await showTexts(db, c.get("context"), c.req.valid("param").course), 200),
    )
    .openapi(route(services, lessons.getLessonDraft), async (c) => {
      const { course, lesson } = c.req.valid("param");
      return c.json(await showLessonDraft(db, c.get("context"), course, lesson), 200);
    })
    .openapi(route(services, lessons.shareLesson), async (c) => {
      const { course, lesson } = c.req.valid("param");
      await shareLesson(db, c.get("context"), course, lesson, c.req.valid("json").course);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, lessons.keepLesson), async (c) => {
      const { course, lesson } = c.req.valid("param");
      const context = c.get("context");
      return c.json(await changeLesson(db, context, course, lesson, c.req.valid("json")), 200);
    });
}
