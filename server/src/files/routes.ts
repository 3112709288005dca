/** HTTP of files: brought by the tus protocol, kept, and read in parts. */
import { files } from "@dawngate/contract/endpoints/files";
import { notFound } from "../base/problem";
import { limited, may, router, type Services } from "../school/kit";
import { route } from "../school/route";
import { answerFile } from "./answer";
import { bringerOf, checkBringer, fileToRead, keepBrought, keptOr, roomFor } from "./service";

/** Where files are brought, and how the protocol asks there. */
const UPLOADS = "/schools/:school/uploads";
const uploadsOf = (school: string) => `/api/schools/${encodeURIComponent(school)}/uploads`;
/** HEAD comes as GET, which itself asks for nothing here: what is not kept yet is not read. */
const NO_ROOM = { bytes: 0, says: "" };
const METHODS = ["POST", "GET", "PATCH", "DELETE", "OPTIONS"];

export function fileRoutes(services: Services) {
  const { db } = services;
  const app = router()
    .openapi(route(services, files.keepFile), async (c) =>
      c.json(await keepBrought(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, files.getFile), async (c) => {
      const { save, ...said } = c.req.valid("query");
      const context = c.get("context");
      const { kept, file } = await fileToRead(services, context, c.req.valid("param").file, said);
      return (await answerFile(kept.store, context.school, file, {
        range: c.req.header("range"),
        ifRange: c.req.header("if-range"),
        ifNoneMatch: c.req.header("if-none-match"),
        save: save === "yes",
        head: c.req.raw.method === "HEAD",
      })) as never;
    });
  for (const path of [UPLOADS, `${UPLOADS}/:upload`])
    app.on(METHODS, path, may(services, "self.learn"), async (c) => {
      const context = c.get("context");
      const kept = keptOr(services.kept);
      checkBringer(context);
      if (c.req.raw.method === "GET") throw notFound("What is being brought cannot be read yet.");
      const begins = c.req.method === "POST";
      if (begins) await limited(services, "bring")(c, async () => undefined);
      const room = begins ? await roomFor(db, context, kept) : NO_ROOM;
      return kept.uploads.handle(c.req.raw, uploadsOf(context.slug), bringerOf(context), room);
    });
  return app;
}
