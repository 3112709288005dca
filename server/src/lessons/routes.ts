/** HTTP of lessons. */
import { lessons } from "@dawngate/contract/endpoints/lessons";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { addMaterial, changeMaterial, removeMaterial, showLibrary } from "./library";
import { changePart } from "./parts";
import { showRevision, showRevisions } from "./revisions";
import { changeLesson, showLessonDraft, showLessonText, showTexts } from "./service";
import { shareLesson } from "./sharing";

export function lessonRoutes(services: Services) {
  const { db } = services;
  return router()
    .openapi(route(services, lessons.getLessonText), async (c) => {
      const { course, lesson } = c.req.valid("param");
      return c.json(await showLessonText(services, c.get("context"), course, lesson), 200);
    })
    .openapi(route(services, lessons.getTexts), async (c) =>
      c.json(await showTexts(db, c.get("context"), c.req.valid("param").course), 200),
    )
    .openapi(route(services, lessons.getLessonDraft), async (c) => {
      const { course, lesson } = c.req.valid("param");
      return c.json(await showLessonDraft(services, c.get("context"), course, lesson), 200);
    })
    .openapi(route(services, lessons.shareLesson), async (c) => {
      const { course, lesson } = c.req.valid("param");
      await shareLesson(db, c.get("context"), course, lesson, c.req.valid("json").course);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, lessons.keepLesson), async (c) => {
      const { course, lesson } = c.req.valid("param");
      const context = c.get("context");
      return c.json(
        await changeLesson(services, context, course, lesson, c.req.valid("json")),
        200,
      );
    })
    .openapi(route(services, lessons.getRevisions), async (c) => {
      const { course, lesson } = c.req.valid("param");
      const { before } = c.req.valid("query");
      return c.json(await showRevisions(services, c.get("context"), course, lesson, before), 200);
    })
    .openapi(route(services, lessons.getRevision), async (c) => {
      const { course, lesson, number } = c.req.valid("param");
      return c.json(await showRevision(services, c.get("context"), course, lesson, number), 200);
    })
    .openapi(route(services, lessons.keepPart), async (c) => {
      const { course, lesson } = c.req.valid("param");
      const change = c.req.valid("json");
      return c.json(await changePart(services, c.get("context"), course, lesson, change), 200);
    })
    .openapi(route(services, lessons.getLibrary), async (c) =>
      c.json(await showLibrary(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, lessons.addMaterial), async (c) =>
      c.json(await addMaterial(db, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, lessons.changeMaterial), async (c) => {
      const { material } = c.req.valid("param");
      return c.json(await changeMaterial(db, c.get("context"), material, c.req.valid("json")), 200);
    })
    .openapi(route(services, lessons.removeMaterial), async (c) => {
      await removeMaterial(db, c.get("context"), c.req.valid("param").material);
      return c.json({ done: true as const }, 200);
    });
}
