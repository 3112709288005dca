/** HTTP of invoices and credit notes. */

import { documents } from "@dawngate/contract/endpoints/documents";
import { pdf } from "../../base/pdf";
import { router, type Services } from "../../school/kit";
import { route } from "../../school/route";
import { changeBilling, documentFile, documentsFile, showDocuments } from "./documents";

export function documentRoutes(services: Services) {
  return router()
    .openapi(route(services, documents.getDocuments), async (c) =>
      c.json(await showDocuments(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, documents.getDocumentsFile), async (c) => {
      const asked = c.req.valid("query");
      const file = await documentsFile(services, c.get("context"), asked);
      return pdf(c, file, `documents-${asked.month}${asked.part > 1 ? `-${asked.part}` : ""}`);
    })
    .openapi(route(services, documents.getDocument, "public"), async (c) => {
      const { order, number } = c.req.valid("param");
      const { secret } = c.req.valid("query");
      const file = await documentFile(services, c.get("context"), order, { number, secret });
      return pdf(c, file, number);
    })
    .openapi(route(services, documents.changeBilling, "buy"), async (c) => {
      const { order } = c.req.valid("param");
      return c.json(
        await changeBilling(services, c.get("context"), order, c.req.valid("json")),
        200,
      );
    });
}
