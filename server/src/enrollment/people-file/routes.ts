/** HTTP of people from a file. */
import { peopleFile } from "@dawngate/contract/endpoints/people-file";
import { router, type Services } from "../../school/kit";
import { route } from "../../school/route";
import {
  bringPeople,
  changePeopleFile,
  dropPeopleFile,
  enrollFile,
  refusedRows,
  showPeopleFile,
  showPeopleRows,
} from "./service";

const DONE = { done: true as const };

export function peopleFileRoutes(services: Services) {
  return router()
    .openapi(route(services, peopleFile.bringPeople, "upload"), async (c) => {
      const { course } = c.req.valid("param");
      const bytes = new Uint8Array(await c.req.arrayBuffer());
      const about = c.req.valid("query");
      return c.json(await bringPeople(services, c.get("context"), course, about, bytes), 200);
    })
    .openapi(route(services, peopleFile.getPeopleFile), async (c) => {
      const { course, file } = c.req.valid("param");
      return c.json(await showPeopleFile(services, c.get("context"), course, file), 200);
    })
    .openapi(route(services, peopleFile.changePeopleFile), async (c) => {
      const { course, file } = c.req.valid("param");
      await changePeopleFile(services, c.get("context"), course, file, c.req.valid("json"));
      return c.json(DONE, 200);
    })
    .openapi(route(services, peopleFile.getPeopleRows), async (c) => {
      const { course, file } = c.req.valid("param");
      const asked = c.req.valid("query");
      return c.json(await showPeopleRows(services, c.get("context"), course, file, asked), 200);
    })
    .openapi(route(services, peopleFile.enrollFile), async (c) => {
      const { course, file } = c.req.valid("param");
      await enrollFile(services, c.get("context"), course, file, c.req.valid("json"));
      return c.json(DONE, 200);
    })
    .openapi(route(services, peopleFile.refusedRows, "export"), async (c) => {
      const { course, file } = c.req.valid("param");
      return c.body(await refusedRows(services, c.get("context"), course, file), 200, {
        "content-type": "text/csv; charset=utf-8",
        "content-disposition": 'attachment; filename="refused.csv"',
      });
    })
    .openapi(route(services, peopleFile.dropPeopleFile), async (c) => {
      const { course, file } = c.req.valid("param");
      await dropPeopleFile(services, c.get("context"), course, file);
      return c.json(DONE, 200);
    });
}
