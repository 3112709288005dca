/** A page that stands elsewhere, shown in a frame that can do nothing to ours. */
import { z } from "zod";
import { lessonKind, link } from "./kind";

export const embedded = lessonKind({
  kind: "embedded page",
  part: z
    .strictObject({
      kind: z.literal("embedded page"),
      link,
      height: z
        .int()
        .min(160, "At least 160 points high")
        .max(2000, "At most 2,000 points high")
        .describe("Its height, in points."),
    })
    .meta({ id: "EmbeddedPart" }),
  uses: () => [],
});
