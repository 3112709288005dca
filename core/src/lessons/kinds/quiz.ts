/**
 * A quiz: how it asks and counts, and which questions it asks. The questions themselves, and what is right, stand in the
 * school's bank: nothing of them is here, so that this can be read by whoever takes it.
 */
import { z } from "zod";
import { countAsks } from "../../plan/asks";
import * as rules from "../../plan/quiz-rules";
import { lessonKind } from "./kind";

const said = (most: number) => z.string().max(most, `At most ${most} characters`);

export const quiz = lessonKind({
  kind: "quiz",
  part: z
    .strictObject({
      kind: z.literal("quiz"),
      atOnce: z.boolean().describe("All questions on one screen; else one after the other."),
      messages: z.strictObject({ passed: said(2000), failed: said(2000) }),
      parts: z
        .array(
          z.strictObject({
            id: rules.id,
            title: said(200),
            before: said(5000),
            after: said(5000),
            shuffle: z.boolean(),
            ask: z
              .array(z.union([rules.id, z.strictObject({ draw: rules.drawn, category: rules.id })]))
              .max(500, "A part asks at most 500 questions"),
          }),
        )
        .max(50, "A quiz has at most 50 parts"),
      passMark: rules.passMark,
      outOf: rules.outOf.nullable(),
      attemptsAllowed: rules.attemptsAllowed.nullable(),
      retake: rules.retake,
      retakeCost: rules.retakeCost,
      counts: rules.counts,
      show: rules.show,
      limit: rules.limit.nullable(),
      wait: rules.wait.nullable(),
      uncounted: z
        .array(rules.id)
        .max(500, "At most 500 questions are left out of the count")
        .optional()
        .describe("Questions that are asked no more, and count in no attempt on record."),
    })
    .superRefine((part, context) => {
      if (countAsks(part) === 0 && countAsks({ parts: part.parts }) > 0)
        context.addIssue({
          code: "custom",
          path: ["uncounted"],
          message: "At least one question counts: leave one of them in",
        });
    })
    .meta({ id: "QuizPart" }),
  uses: () => [],
});
