/** Sound: something to listen to. */
import { z } from "zod";
import { fileId, lessonKind, needed, seconds } from "./kind";

export const audio = lessonKind({
  kind: "audio",
  part: z
    .strictObject({
      kind: z.literal("audio"),
      file: fileId,
      seconds: seconds.nullable(),
      needed,
    })
    .meta({ id: "AudioPart" }),
  uses: ({ file }) => [{ file, as: "audio" }],
});
