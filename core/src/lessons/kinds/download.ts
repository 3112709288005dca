/** Files to take along. */
import { z } from "zod";
import { fileId, lessonKind } from "./kind";

export const download = lessonKind({
  kind: "download",
  part: z
    .strictObject({
      kind: z.literal("download"),
      files: z
        .array(z.strictObject({ file: fileId, title: z.string().trim().min(1).max(200) }))
        .min(1, "At least one file")
        .max(50, "At most 50 files"),
    })
    .meta({ id: "DownloadPart" }),
  uses: ({ files }) => files.map(({ file }) => ({ file, as: "any" as const })),
});
