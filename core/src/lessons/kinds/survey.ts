/** A survey: what people are asked about the course, by name or without any way back to them. */
import { z } from "zod";
import { id } from "../../plan/quiz-rules";
import { lessonKind } from "./kind";

const said = (what: string, most: number) =>
  z.string().max(most, `${what} has at most ${most} characters`);
const base = {
  id,
  text: said("A question", 1000),
  needed: z.boolean().describe("Whether it has to be answered."),
};

export const survey = lessonKind({
  kind: "survey",
  part: z
    .strictObject({
      kind: z.literal("survey"),
      anonymous: z
        .boolean()
        .describe("Answers are kept without a name, and no way leads back to one."),
      before: said("A word before", 5000),
      after: said("A word after", 2000),
      questions: z
        .array(
          z.discriminatedUnion("kind", [
            z.strictObject({
              ...base,
              kind: z.literal("scale"),
              steps: z.int().min(2, "At least 2 steps").max(11, "At most 11 steps"),
              low: said("The low end", 100),
              high: said("The high end", 100),
            }),
            z.strictObject({
              ...base,
              kind: z.literal("choice"),
              several: z.boolean(),
              options: z
                .array(z.string().min(1, "An option says something").max(500))
                .min(2, "At least two options")
                .max(30, "At most 30 options"),
            }),
            z.strictObject({ ...base, kind: z.literal("text") }),
          ]),
        )
        .max(60, "A survey has at most 60 questions"),
    })
    .meta({ id: "SurveyPart" }),
  uses: () => [],
});
