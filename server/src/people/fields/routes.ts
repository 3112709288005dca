/** HTTP of a school's own fields. */
import { ownFieldEndpoints } from "@dawngate/contract/endpoints/own-fields";
import { router, type Services } from "../../school/kit";
import { route } from "../../school/route";
import {
  answerAsked,
  dropField,
  makeField,
  placeField,
  setField,
  showAsked,
  showFields,
} from "./service";

const DONE = { done: true as const };

export function ownFieldRoutes(services: Services) {
  return router()
    .openapi(route(services, ownFieldEndpoints.getOwnFields), async (c) =>
      c.json(await showFields(services, c.get("context"), c.req.valid("query").about), 200),
    )
    .openapi(route(services, ownFieldEndpoints.getAskedFields, "public"), async (c) => {
      const { at } = c.req.valid("query");
      return c.json(await showAsked(services, c.get("context"), at ?? null), 200);
    })
    .openapi(route(services, ownFieldEndpoints.answerFields), async (c) => {
      await answerAsked(services, c.get("context"), c.req.valid("json").values);
      return c.json(DONE, 200);
    })
    .openapi(route(services, ownFieldEndpoints.makeOwnField), async (c) =>
      c.json(await makeField(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, ownFieldEndpoints.setOwnField), async (c) => {
      const { field } = c.req.valid("param");
      await setField(services, c.get("context"), field, c.req.valid("json"));
      return c.json(DONE, 200);
    })
    .openapi(route(services, ownFieldEndpoints.placeOwnField), async (c) => {
      const { field } = c.req.valid("param");
      await placeField(services, c.get("context"), field, c.req.valid("json").place);
      return c.json(DONE, 200);
    })
    .openapi(route(services, ownFieldEndpoints.dropOwnField), async (c) => {
      await dropField(services, c.get("context"), c.req.valid("param").field);
      return c.json(DONE, 200);
    });
}
