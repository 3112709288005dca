/** HTTP of checks of knowledge. */
import { checks } from "@dawngate/contract/endpoints/checks";
import { router, type Services } from "../school/kit";
import { route } from "../school/route";
import { keepQuestions, removeQuestion, showBank, showQuizDraft } from "./bank";
import {
  allow,
  showAllowances,
  showAnalysis,
  showAttempts,
  showCourseQuizzes,
  showSomeonesAttempt,
} from "./looking";
import { lookAtMarks, lookAtRules } from "./marking";
import { quizPackage } from "./qti/quiz-package";
import { answerSurvey, showSurvey, surveyFile } from "./surveys";
import { beginAttempt, handIn, saveAnswers, showMyAttempt, showMyQuiz } from "./taking";

export function checkRoutes(services: Services) {
  return router()
    .openapi(route(services, checks.getBank, "search"), async (c) =>
      c.json(await showBank(services, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, checks.keepQuestions), async (c) =>
      c.json(await keepQuestions(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, checks.lookAtMarks), async (c) =>
      c.json(await lookAtMarks(services, c.get("context"), c.req.valid("json")), 200),
    )
    .openapi(route(services, checks.lookAtRules), async (c) => {
      const { part } = c.req.valid("json");
      return c.json(await lookAtRules(services, c.get("context"), c.req.valid("param"), part), 200);
    })
    .openapi(route(services, checks.readQuestions, "upload"), async (c) => {
      const bytes = new Uint8Array(await c.req.arrayBuffer());
      const { name } = c.req.valid("query");
      return c.json(await services.readers.questions({ bytes, name }), 200);
    })
    .openapi(route(services, checks.getQuizPackage, "export"), async (c) => {
      const { course, lesson } = c.req.valid("param");
      const bytes = await quizPackage(services, c.get("context"), course, lesson);
      return c.body(bytes as Uint8Array<ArrayBuffer>, 200, {
        "content-type": "application/zip",
        "content-disposition": 'attachment; filename="quiz.zip"',
      });
    })
    .openapi(route(services, checks.removeQuestion), async (c) => {
      await removeQuestion(services, c.get("context"), c.req.valid("param").question);
      return c.json({ done: true as const }, 200);
    })
    .openapi(route(services, checks.getQuizDraft), async (c) => {
      const { course, lesson } = c.req.valid("param");
      return c.json(await showQuizDraft(services, c.get("context"), course, lesson), 200);
    })
    .openapi(route(services, checks.getMyQuiz), async (c) =>
      c.json(await showMyQuiz(services, c.get("context"), c.req.valid("param")), 200),
    )
    .openapi(route(services, checks.beginAttempt), async (c) => {
      const { key } = c.req.valid("json");
      const where = c.req.valid("param");
      return c.json(await beginAttempt(services, c.get("context"), where, key), 200);
    })
    .openapi(route(services, checks.saveAnswers), async (c) => {
      const where = c.req.valid("param");
      const given = c.req.valid("json");
      return c.json(
        await saveAnswers(services, c.get("context"), where, where.attempt, given),
        200,
      );
    })
    .openapi(route(services, checks.handIn), async (c) => {
      const where = c.req.valid("param");
      return c.json(await handIn(services, c.get("context"), where, where.attempt), 200);
    })
    .openapi(route(services, checks.getMyAttempt), async (c) => {
      const where = c.req.valid("param");
      return c.json(await showMyAttempt(services, c.get("context"), where, where.attempt), 200);
    })
    .openapi(route(services, checks.getCourseQuizzes), async (c) =>
      c.json(await showCourseQuizzes(services, c.get("context"), c.req.valid("param").course), 200),
    )
    .openapi(route(services, checks.getAttempts), async (c) => {
      const where = c.req.valid("param");
      return c.json(
        await showAttempts(services, c.get("context"), where, c.req.valid("query")),
        200,
      );
    })
    .openapi(route(services, checks.getAttempt), async (c) => {
      const where = c.req.valid("param");
      return c.json(
        await showSomeonesAttempt(services, c.get("context"), where, where.attempt),
        200,
      );
    })
    .openapi(route(services, checks.getAnalysis), async (c) => {
      const { cohort } = c.req.valid("query");
      return c.json(
        await showAnalysis(services, c.get("context"), c.req.valid("param"), cohort),
        200,
      );
    })
    .openapi(route(services, checks.answerSurvey), async (c) => {
      const where = c.req.valid("param");
      const { answers, key } = c.req.valid("json");
      return c.json(await answerSurvey(services, c.get("context"), where, answers, key), 200);
    })
    .openapi(route(services, checks.getSurvey), async (c) =>
      c.json(await showSurvey(services, c.get("context"), c.req.valid("param")), 200),
    )
    .openapi(route(services, checks.getSurveyFile, "export"), async (c) =>
      c.body(await surveyFile(services, c.get("context"), c.req.valid("param")), 200, {
        "content-type": "text/csv; charset=utf-8",
        "content-disposition": 'attachment; filename="survey.csv"',
      }),
    )
    .openapi(route(services, checks.getAllowances), async (c) => {
      const { course, enrollment } = c.req.valid("param");
      return c.json(await showAllowances(services, c.get("context"), course, enrollment), 200);
    })
    .openapi(route(services, checks.allow), async (c) => {
      await allow(services, c.get("context"), c.req.valid("param"), c.req.valid("json"));
      return c.json({ done: true as const }, 200);
    });
}
