/** Slides: pictures, or the pages of a PDF made into such, one at a time. */
import { z } from "zod";
import { fileId, lessonKind } from "./kind";

export const slides = lessonKind({
  kind: "slides",
  part: z
    .strictObject({
      kind: z.literal("slides"),
      slides: z
        .array(
          z.strictObject({
            file: fileId,
            alt: z.string().max(1000).describe("What is on it, for whoever does not see it."),
          }),
        )
        .min(1, "At least one slide")
        .max(300, "At most 300 slides"),
    })
    .meta({ id: "SlidesPart" }),
  uses: ({ slides }) => slides.map(({ file }) => ({ file, as: "picture" as const })),
});
