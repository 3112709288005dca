/** A course's card: what people read of it before they enroll. */
import { z } from "zod";

const text = (most: number) =>
  z
    .string()
    .trim()
    .max(most, `At most ${most.toLocaleString("en")} characters`)
    .optional();

/** How long the short description may be: two lines of a phone, and of what other pages show of a link. */
export const SHORT_MOST = 160;

/** What is left out, or empty, is not shown. */
export const courseCard = z
  .strictObject({
    short: text(SHORT_MOST).describe("The short description."),
    outcomes: text(4_000).describe("What people can do afterwards, one a line."),
    audience: text(2_000).describe("Whom it is for."),
    needs: text(2_000).describe("What they need beforehand."),
    subject: text(200),
    level: text(100),
    hours: text(60).describe(
      "Its length in hours, as the school says it; lessons have minutes of their own.",
    ),
    language: text(100),
    reference: text(100).describe("The course's own short number or letters."),
    note: text(4_000).describe("To be read before enrolling."),
    teacher: text(200).describe("Who teaches it."),
    aboutTeacher: text(2_000).describe("What people want to know of whoever teaches it."),
    questions: text(8_000).describe(
      "Questions and answers: a question on a line, its answer below, an empty line before the next.",
    ),
  })
  .meta({ id: "CourseCard" });

export type CourseCard = z.infer<typeof courseCard>;
