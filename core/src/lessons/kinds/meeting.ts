/** A live meeting: when it is, where, and what was recorded. */
import { z } from "zod";
import { instant } from "../../plan/fields";
import { fileId, lessonKind, link, seconds } from "./kind";

export const meeting = lessonKind({
  kind: "live meeting",
  part: z
    .strictObject({
      kind: z.literal("live meeting"),
      at: instant,
      minutes: z.int().min(5, "At least 5 minutes").max(1440, "At most a day"),
      link: link.nullable().describe("Where one joins; shown from 15 minutes before it begins."),
      recording: fileId.nullable(),
      seconds: seconds.nullable().describe("The recording's length."),
    })
    .meta({ id: "MeetingPart" }),
  uses: ({ recording }) => (recording === null ? [] : [{ file: recording, as: "video" as const }]),
});
