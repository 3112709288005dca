/** A rubric: by which criteria what is handed in is looked at, and how far each can be met. */
import { z } from "zod";
import { hundredths, id } from "../../plan/quiz-rules";

export const rubric = z
  .array(
    z.strictObject({
      id,
      title: z.string().min(1, "A criterion has a name").max(200, "At most 200 characters"),
      levels: z
        .array(
          z.strictObject({
            says: z.string().max(500, "At most 500 characters"),
            points: hundredths("Points", 0, 1000),
          }),
        )
        .min(2, "At least two levels")
        .max(8, "At most 8 levels"),
    }),
  )
  .max(20, "At most 20 criteria")
  .refine((all) => new Set(all.map((one) => one.id)).size === all.length, {
    message: "A criterion stands once",
  })
  .meta({ id: "Rubric" });

export type Rubric = z.infer<typeof rubric>;
