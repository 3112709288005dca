/** HTTP of covers. */
import { cover, focus, maybeCover } from "@dawngate/contract/courses";
import { COVER_TYPES } from "@dawngate/core/courses";
import { createRoute, z } from "@hono/zod-openapi";
import {
  answers,
  body,
  done,
  inCourse,
  limited,
  may,
  needs,
  router,
  type Services,
} from "../school/kit";
import { dropCover, keepCover, moveFocus, showCover, showPicture } from "./cover";

const tags = ["courses"];
const path = "/schools/{school}/courses/{course}/cover" as const;
const binary = { schema: z.string().meta({ format: "binary" }) };
const pictures = Object.fromEntries(Object.values(COVER_TYPES).map((type) => [type, binary]));

export function coverRoutes(services: Services) {
  const { db } = services;
  const editors = needs(services, "courses.edit");
  const app = router()
    .openapi(
      createRoute({
        method: "get",
        path,
        tags,
        summary: "The cover that was uploaded, if there is one",
        ...needs(services, "courses.read"),
        request: { params: inCourse },
        responses: answers(maybeCover, "The cover."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        return c.json({ cover: await showCover(db, c.get("context"), course) }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "put",
        path,
        tags,
        summary: "Keep a picture as the cover: the body is the file",
        ...needs(services, "courses.edit", limited(services, "upload")),
        request: { params: inCourse, body: { content: pictures, required: true } },
        responses: answers(cover, "The cover as it is kept, its focal point in the middle."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        const bytes = Buffer.from(await c.req.arrayBuffer());
        return c.json(await keepCover(services, c.get("context"), course, bytes), 200);
      },
    )
    .openapi(
      createRoute({
        method: "patch",
        path,
        tags,
        summary: "The point of the cover that stays in sight",
        ...editors,
        request: { params: inCourse, body: body(focus) },
        responses: answers(done, "It is kept."),
      }),
      async (c) => {
        const { course } = c.req.valid("param");
        await moveFocus(db, c.get("context"), course, c.req.valid("json"));
        return c.json({ done: true as const }, 200);
      },
    )
    .openapi(
      createRoute({
        method: "delete",
        path,
        tags,
        summary: "The cover is drawn from the title again",
        ...editors,
        request: { params: inCourse },
        responses: answers(done, "The uploaded cover is gone."),
      }),
      async (c) => {
        await dropCover(db, c.get("context"), c.req.valid("param").course);
        return c.json({ done: true as const }, 200);
      },
    );
  // A picture is no JSON, so it has no place among the typed answers.
  app.get(
    "/schools/:school/courses/:course/cover/:hash",
    may(services, "school.see"),
    async (c) => {
      const { course, hash } = c.req.param();
      const picture = await showPicture(db, c.get("context"), course, hash);
      // Its name changes with it, so it may be kept for a year.
      return c.body(new Uint8Array(picture.bytes), 200, {
        "content-type": picture.media_type,
        "cache-control": "private, max-age=31536000, immutable",
        "content-disposition": "inline",
      });
    },
  );
  return app;
}
