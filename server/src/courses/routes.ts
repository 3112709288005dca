/** HTTP of courses: as they are published, and as they are edited. */
import { courses } from "@dawngate/contract/endpoints/courses";
import { streamSSE } from "hono/streaming";
import type { Changes } from "../jobs/changes";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { changeDescription, editDraft, operationsAfter, showDraft } from "./authoring";
import { offerInside, showInside } from "./inside-shown";
import { arrangeCourse, createCourse } from "./making";

export function courseRoutes(services: Services, changes: Changes | null) {
  const { db } = services;
  return router()
    .openapi(route(services, courses.createCourse), async (c) =>
      c.json(await createCourse(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, courses.readDocument, "upload"), async (c) => {
      const bytes = new Uint8Array(await c.req.arrayBuffer());
      return c.json(await services.readers.document({ bytes }), 200);
    })
    .openapi(route(services, courses.getDraft), async (c) =>
      c.json(await showDraft(db, c.get("context"), c.req.valid("param").course), 200),
    )
    .openapi(route(services, courses.editDraft), async (c) =>
      c.json(
        await editDraft(db, c.get("context"), c.req.valid("param").course, c.req.valid("json")),
        200,
      ),
    )
    .openapi(route(services, courses.arrangeCourse), async (c) => {
      await arrangeCourse(db, c.get("context"), c.req.valid("param").course, c.req.valid("json"));
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, courses.getInside), async (c) =>
      c.json(await showInside(db, c.get("context"), c.req.valid("param").course), 200),
    )
    .openapi(route(services, courses.offerInside), async (c) => {
      const { course, inner } = c.req.valid("param");
      return c.json(await offerInside(db, c.get("context"), course, inner), 200);
    })
    .openapi(route(services, courses.describeCourse), async (c) => {
      const { course } = c.req.valid("param");
      await changeDescription(db, c.get("context"), course, c.req.valid("json").description);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, courses.getOperations), async (c) => {
      const { course } = c.req.valid("param");
      const { base } = c.req.valid("query");
      const operations = await operationsAfter(db, c.get("context"), course, base);
      return c.json({ operations }, 200);
    })
    .openapi(route(services, courses.hearDraft), (c) => {
      const { school } = c.get("context");
      const { course } = c.req.valid("param");
      return streamSSE(c, async (stream) => {
        let wake: () => void = () => undefined;
        const stop = changes?.onDraft(school, course, () => wake());
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
          if (!stream.aborted)
            await stream.writeSSE({ event: told ? "changed" : "quiet", data: "" });
        }
      });
    });
}
