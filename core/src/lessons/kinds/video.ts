/** A video: a file of the school's, or one that stands elsewhere. */
import { z } from "zod";
import { fileId, lessonKind, link, needed, seconds } from "./kind";

/** A language by its tag (BCP 47), as far as captions need it. */
export const language = z
  .string()
  .regex(/^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, "A language is a tag such as en or pt-BR");

export const video = lessonKind({
  kind: "video",
  part: z
    .strictObject({
      kind: z.literal("video"),
      file: fileId.nullable(),
      link: link.nullable().describe("Where it stands, if not here: a page that may be embedded."),
      seconds: seconds.nullable().describe("Its length; measured where the file says it."),
      poster: fileId.nullable().describe("The picture before it plays."),
      captions: z
        .array(
          z.strictObject({
            file: fileId,
            language,
            label: z.string().trim().min(1).max(60),
          }),
        )
        .max(20),
      chapters: z
        .array(z.strictObject({ at: z.number().min(0).max(86_400), title: z.string().max(200) }))
        .max(200),
      needed,
    })
    .refine(({ file, link }) => (file === null) !== (link === null), {
      path: ["file"],
      message: "A video is a file, or a link: one of the two",
    })
    .refine(({ link, needed }) => link === null || needed === null, {
      path: ["needed"],
      message: "How much of a linked video was seen cannot be known here: leave the share out",
    })
    .meta({ id: "VideoPart" }),
  uses: ({ file, poster, captions }) => [
    ...(file === null ? [] : [{ file, as: "video" as const }]),
    ...(poster === null ? [] : [{ file: poster, as: "picture" as const }]),
    ...captions.map((one) => ({ file: one.file, as: "captions" as const })),
  ],
});
