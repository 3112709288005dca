/** HTTP of reminders. */
import { reminders } from "@dawngate/contract/endpoints/reminders";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { askReminder, confirmReminder, dropReminder, showReminder } from "./reminders";

export function reminderRoutes(services: Services) {
  return router()
    .openapi(route(services, reminders.askReminder, "mail"), async (c) =>
      c.json(await askReminder(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, reminders.getReminder, "public"), async (c) => {
      const { reminder } = c.req.valid("param");
      return c.json(
        await showReminder(services, c.get("context"), reminder, c.req.valid("query")),
        200,
      );
    })
    .openapi(route(services, reminders.confirmReminder, "public"), async (c) => {
      const { reminder } = c.req.valid("param");
      return c.json(
        await confirmReminder(services, c.get("context"), reminder, c.req.valid("json")),
        200,
      );
    })
    .openapi(route(services, reminders.dropReminder, "public"), async (c) => {
      const { reminder } = c.req.valid("param");
      return c.json(
        await dropReminder(services, c.get("context"), reminder, c.req.valid("json")),
        200,
      );
    });
}
