/** HTTP of learning in a lesson. */
import { learning } from "@dawngate/contract/endpoints/learning";
import { router, type Services } from "../../school/kit";
import { route } from "../../school/route";
import { answerQuestion, hideAsked, showAsked } from "./asked";
import { addNote, changeNote, removeNote, showNotes } from "./notes";
import { answerFellow, ask, showQuestions } from "./questions";
import { keepSeen } from "./seen";

export function learningRoutes(services: Services) {
  return router()
    .openapi(route(services, learning.keepSeen), async (c) => {
      const { enrollment, lesson } = c.req.valid("param");
      const told = c.req.valid("json");
      return c.json(await keepSeen(services, c.get("context"), enrollment, lesson, told), 200);
    })
    .openapi(route(services, learning.getNotes), async (c) =>
      c.json(await showNotes(services, c.get("context"), c.req.valid("param")), 200),
    )
    .openapi(route(services, learning.addNote), async (c) => {
      const written = c.req.valid("json");
      return c.json(await addNote(services, c.get("context"), c.req.valid("param"), written), 200);
    })
    .openapi(route(services, learning.changeNote), async (c) => {
      const where = c.req.valid("param");
      const written = c.req.valid("json");
      return c.json(await changeNote(services, c.get("context"), where, where.note, written), 200);
    })
    .openapi(route(services, learning.removeNote), async (c) => {
      const where = c.req.valid("param");
      await removeNote(services, c.get("context"), where, where.note);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, learning.getQuestions), async (c) => {
      const { after } = c.req.valid("query");
      const where = c.req.valid("param");
      return c.json(await showQuestions(services, c.get("context"), where, after), 200);
    })
    .openapi(route(services, learning.ask, "ask"), async (c) =>
      c.json(await ask(services, c.get("context"), c.req.valid("param"), c.req.valid("json")), 200),
    )
    .openapi(route(services, learning.answerFellow, "ask"), async (c) => {
      const where = c.req.valid("param");
      const said = c.req.valid("json");
      return c.json(
        await answerFellow(services, c.get("context"), where, where.question, said),
        200,
      );
    })
    .openapi(route(services, learning.getAsked), async (c) => {
      const { course } = c.req.valid("param");
      return c.json(await showAsked(services, c.get("context"), course, c.req.valid("query")), 200);
    })
    .openapi(route(services, learning.answerQuestion), async (c) => {
      const { course, question } = c.req.valid("param");
      const said = c.req.valid("json");
      return c.json(await answerQuestion(services, c.get("context"), course, question, said), 200);
    })
    .openapi(route(services, learning.hideAsked), async (c) => {
      const { course, question } = c.req.valid("param");
      const hiding = c.req.valid("json");
      return c.json(await hideAsked(services, c.get("context"), course, question, hiding), 200);
    });
}
