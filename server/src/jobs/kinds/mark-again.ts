/** A question was changed for everybody: attempts that asked it are marked again, some people at a time. */
import { z } from "zod";
import { jobKind } from "../kind";

export const markAgain = jobKind({
  name: "mark-again",
  payload: z.strictObject({
    school: z.uuid(),
    lesson: z.string().max(200),
    after: z.string().max(400),
  }),
  tries: 20,
  atOnce: 2,
  about: ({ lesson }) => `Marking attempts at the quiz ${lesson} again`,
  work: ({ markAgain }, { school, lesson, after }) => markAgain(school, lesson, after),
});
