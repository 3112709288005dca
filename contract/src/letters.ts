/** Letters that staff write to people: to whom, how they read, and those that go out later. */
import { z } from "zod";
import { letterShown, noticeText } from "./notices";
import { FOR_NOBODY, forWhom, isForSomebody } from "./roster";
import { noticeWords } from "./text";

/** A letter to people of a course: those who are named, or all who match, so many at a time. */
export const letterToPeople = z
  .strictObject({
    ...forWhom,
    subject: noticeWords.shape.subject,
    text: noticeWords.shape.text.max(5000, "At most 5,000 characters"),
    look: z.boolean().default(false).describe("Only say to whom it would go, and how it reads."),
    at: z.iso
      .datetime({ offset: true })
      .optional()
      .describe("It goes out then, to whoever it is for; left out: now."),
  })
  .refine(isForSomebody, FOR_NOBODY)
  .meta({ id: "LetterToPeopleRequest" });

/** What can be put into a letter. */
export const letterFields = noticeText
  .pick({ fields: true, own: true })
  .meta({ id: "LetterFields" });
export type LetterFields = z.infer<typeof letterFields>;

/** A letter that goes out later. */
export const plannedLetter = z
  .object({
    id: z.string(),
    course: z.object({ id: z.string(), title: z.string() }),
    subject: z.string(),
    text: z.string(),
    at: z.string(),
    by: z.string().describe("Who wrote it."),
    count: z.int().nullable().describe("To so many who were named; null: to all who match."),
  })
  .meta({ id: "PlannedLetter" });
export type PlannedLetter = z.infer<typeof plannedLetter>;

export const plannedLetters = z.object({
  letters: z.array(plannedLetter).describe("The next one first; a hundred at most."),
});

export const letterWritten = z
  .object({
    written: z.int().describe("So many are written to."),
    unwilling: z.int().describe("So many want no announcements, and get none."),
    next: z.string().nullable().describe("More match: go on from here; null: that was all."),
    to: z.string().nullable().describe("The first of those who get it now."),
    letter: letterShown.nullable().describe("As they read it; null: nobody gets it now."),
    values: z.record(z.string(), z.string()).describe("What each field says to them."),
    planned: z.string().nullable().describe("It goes out then; null: it has, or was looked at."),
  })
  .meta({ id: "LetterToPeople" });
export type LetterToPeople = z.infer<typeof letterWritten>;
