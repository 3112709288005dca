/** HTTP of the people a school knows. */
import { me } from "@dawngate/contract/endpoints/me";
import { people } from "@dawngate/contract/endpoints/people";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { forget, ownData, personData } from "./leaving";

export function peopleRoutes(services: Services) {
  const { db } = services;
  return router()
    .openapi(route(services, people.getPersonData, "export"), async (c) => {
      const { person } = c.req.valid("param");
      c.header("content-disposition", 'attachment; filename="dawn-gate-person.json"');
      const data = await personData(db, c.get("context"), person);
      return c.json(data as Record<string, unknown>, 200);
    })
    .openapi(route(services, people.forget), async (c) =>
      c.json(await forget(db, c.get("context"), c.req.valid("param").person), 200),
    )
    .openapi(route(services, me.getOwnData, "export"), async (c) => {
      c.header("content-disposition", 'attachment; filename="dawn-gate-me.json"');
      return c.json((await ownData(services, c.get("signedIn"))) as Record<string, unknown>, 200);
    });
}
