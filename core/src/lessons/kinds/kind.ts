/** What a kind of lesson is: its name, what its main part is made of, and the files that part shows. */
import { z } from "zod";
import type { FileFamily } from "../file-types";

/** A file by the SHA-256 of its bytes, in hexadecimal digits. */
export const fileId = z
  .string()
  .regex(/^[0-9a-f]{64}$/, "A file is named by the SHA-256 of its bytes, 64 hexadecimal digits")
  .meta({ title: "File", example: "0".repeat(64) });

/** A length of sound or moving pictures in seconds; at most a day. */
export const seconds = z
  .number()
  .positive("A length is more than nothing")
  .max(86_400, "A length is at most a day");

/** A page elsewhere: https, without a name and a password in it. */
export const link = z
  .url({ protocol: /^https$/, error: "A link begins with https://" })
  .max(2000, "A link has at most 2,000 characters")
  .refine((text) => {
    const { username, password } = new URL(text);
    return username === "" && password === "";
  }, "A link holds no name and no password");

/** So much of it, from 0.05 to 1, has to be seen or heard before the lesson counts as done; null: nothing has to. */
export const needed = z
  .number()
  .min(0.05, "At least 5 %")
  .max(1, "At most all of it")
  .nullable()
  .describe("The share that must be seen before it counts as done, 0.05 to 1; null: none.");

/** A file that a part shows, and what it has to be. */
export interface Use {
  file: string;
  as: FileFamily | "any";
}

export interface LessonKind<Name extends string = string, Part extends z.ZodType = z.ZodType> {
  kind: Name;
  part: Part;
  uses(part: z.infer<Part>): Use[];
}

/** Defines a kind. It belongs into `kinds/index.ts` too, and nowhere else. */
export const lessonKind = <Name extends string, Part extends z.ZodType>(
  kind: LessonKind<Name, Part>,
) => kind;
