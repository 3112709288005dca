/** A PDF, read on the page. */
import { z } from "zod";
import { fileId, lessonKind } from "./kind";

export const pdf = lessonKind({
  kind: "PDF",
  part: z
    .strictObject({
      kind: z.literal("PDF"),
      file: fileId,
      download: z.boolean().describe("Whether it may be taken along."),
    })
    .meta({ id: "PdfPart" }),
  uses: ({ file }) => [{ file, as: "PDF" }],
});
