/** HTTP of covers. */

import { covers } from "@dawngate/contract/endpoints/covers";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { dropCover, keepCover, moveFocus, showCover, showPicture } from "./cover";

export function coverRoutes(services: Services) {
  const { db } = services;
  return router()
    .openapi(route(services, covers.getCover), async (c) => {
      const { course } = c.req.valid("param");
      return c.json({ cover: await showCover(db, c.get("context"), course) }, 200);
    })
    .openapi(route(services, covers.keepCover, "upload"), async (c) => {
      const { course } = c.req.valid("param");
      const bytes = Buffer.from(await c.req.arrayBuffer());
      return c.json(await keepCover(services, c.get("context"), course, bytes), 200);
    })
    .openapi(route(services, covers.moveFocus), async (c) => {
      const { course } = c.req.valid("param");
      await moveFocus(db, c.get("context"), course, c.req.valid("json"));
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, covers.dropCover), async (c) => {
      await dropCover(db, c.get("context"), c.req.valid("param").course);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, covers.getPicture), async (c) => {
      const { course, hash } = c.req.valid("param");
      const picture = await showPicture(db, c.get("context"), course, hash);
      // Its name changes with it, so it may be kept for a year.
      return c.body(new Uint8Array(picture.bytes), 200, {
        "content-type": picture.media_type,
        "cache-control": "private, max-age=31536000, immutable",
        "content-disposition": "inline",
      });
    });
}
