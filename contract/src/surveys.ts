/** Surveys: what is handed in, and what all of it comes to. */
import { z } from "zod";
import { pressKey } from "./text";

/** Answers to a survey, by question: a step from 1, the places of options from 0, or a text. */
const surveyAnswers = z.record(
  z.string().max(200),
  z.union([z.int(), z.array(z.int()).max(30), z.string().max(10_000)]),
);

export const surveyHandedIn = z
  .strictObject({ answers: surveyAnswers, key: pressKey })
  .meta({ id: "SurveyHandedIn" });

/** What a survey has come to. */
export const surveyResults = z
  .object({
    title: z.string(),
    anonymous: z.boolean(),
    people: z
      .int()
      .describe("So many have answered; of an anonymous one, up to the newest of them."),
    hidden: z
      .enum(["few", "cohorts"])
      .nullable()
      .describe(
        "Why nothing is shown: fewer than five have answered, or one sees only some cohorts' people, whom it does not tell apart.",
      ),
    questions: z.array(
      z.object({
        id: z.string(),
        text: z.string(),
        kind: z.enum(["scale", "choice", "text"]),
        labels: z.array(z.string()).describe("Of each step or option."),
        answered: z.int(),
        counts: z.array(z.int()),
        mean: z.number().nullable(),
        texts: z.array(z.string()).describe("Up to 200 of them, in no order."),
      }),
    ),
  })
  .meta({ id: "SurveyResults" });

export type SurveyResults = z.infer<typeof surveyResults>;
