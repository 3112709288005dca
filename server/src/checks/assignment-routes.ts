/** HTTP of assignments: handing in, reviewing, the school's rubrics. */
import { assignments } from "@dawngate/contract/endpoints/assignments";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { keepMyDraft, keepMyFile, showMyAssignment, submit } from "./assignments";
import { setReviewMail, showReviewMail } from "./review-mail";
import { review, showForReview, showQueue, takeOver } from "./reviewing";
import { keepRubric, removeRubric, showRubrics } from "./rubrics";

export function assignmentRoutes(services: Services) {
  return router()
    .openapi(route(services, assignments.getMyAssignment), async (c) =>
      c.json(await showMyAssignment(services, c.get("context"), c.req.valid("param")), 200),
    )
    .openapi(route(services, assignments.keepMyDraft), async (c) => {
      const where = c.req.valid("param");
      return c.json(await keepMyDraft(services, c.get("context"), where, c.req.valid("json")), 200);
    })
    .openapi(route(services, assignments.keepMyFile), async (c) => {
      const where = c.req.valid("param");
      return c.json(await keepMyFile(services, c.get("context"), where, c.req.valid("json")), 200);
    })
    .openapi(route(services, assignments.submit), async (c) => {
      const where = c.req.valid("param");
      return c.json(await submit(services, c.get("context"), where, c.req.valid("json")), 200);
    })
    .openapi(route(services, assignments.getSubmissions), async (c) =>
      c.json(await showQueue(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, assignments.getReviewMail), async (c) =>
      c.json(await showReviewMail(services, c.get("context")), 200),
    )
    .openapi(route(services, assignments.setReviewMail), async (c) => {
      await setReviewMail(services, c.get("context"), c.req.valid("json").on);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, assignments.getSubmission), async (c) => {
      const { submission } = c.req.valid("param");
      return c.json(await showForReview(services, c.get("context"), submission), 200);
    })
    .openapi(route(services, assignments.review), async (c) => {
      const { submission } = c.req.valid("param");
      return c.json(await review(services, c.get("context"), submission, c.req.valid("json")), 200);
    })
    .openapi(route(services, assignments.takeOver), async (c) => {
      const { submission } = c.req.valid("param");
      await takeOver(services, c.get("context"), submission, c.req.valid("json").mine);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, assignments.getRubrics), async (c) =>
      c.json(await showRubrics(services, c.get("context")), 200),
    )
    .openapi(route(services, assignments.keepRubric), async (c) => {
      const { rubric } = c.req.valid("param");
      return c.json(await keepRubric(services, c.get("context"), rubric, c.req.valid("json")), 200);
    })
    .openapi(route(services, assignments.removeRubric), async (c) => {
      await removeRubric(services, c.get("context"), c.req.valid("param").rubric);
      return c.json({ done: true as const }, 200);
    });
}
