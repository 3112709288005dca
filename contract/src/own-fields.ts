/** Fields of a school's own: what they are about, what they ask, where, of whom, and what stands in them. */
import { treeFaults } from "@dawngate/core/people/choice-tree";
import {
  ABOUT,
  type ASKED_AT,
  ASKS,
  FIELD_KINDS,
  LONGEST_TEXT,
  SEEN_BY,
  SIGNS,
} from "@dawngate/core/people/field";
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { oneLine, shortText } from "./text";

/** A school has at most so many, and a choice at most so many to choose from. */
export const MOST_FIELDS = 40;
export const MOST_CHOICES = 1000;

const amount = z
  .number()
  .min(-1e12, "At least -1,000,000,000,000")
  .max(1e12, "At most 1,000,000,000,000")
  .nullable();

const check = z.strictObject({
  longest: z
    .int("A whole number")
    .min(1, "At least 1")
    .max(LONGEST_TEXT, `At most ${LONGEST_TEXT}`)
    .nullable()
    .describe("The most signs of a text."),
  signs: z.enum(SIGNS).describe("Of which signs a text is."),
  least: amount.describe("The least a number can be."),
  most: amount.describe("The most a number can be."),
  from: planFields.localDate.nullable().describe("The first day that can be given."),
  to: planFields.localDate.nullable().describe("The last."),
});

const ask = z.enum(ASKS);
/** Where it is asked. */
const asks = z.strictObject({ entering: ask, buying: ask, staff: ask }) satisfies z.ZodType<
  Record<(typeof ASKED_AT)[number], (typeof ASKS)[number]>
>;

const terms = {
  about: z
    .enum(ABOUT)
    .default("people")
    .describe("What it is about; it stays so. Of all but people staff write down what they know."),
  name: oneLine("A field's name", 60),
  hint: shortText("What is said under it", 200),
  kind: z.enum(FIELD_KINDS),
  check,
  choices: z
    .array(
      z.strictObject({
        id: planFields.id,
        text: oneLine("A choice", 100).refine((text) => !/[;›]/.test(text), {
          message: "A choice has no semicolon and no ›: in files these part one from the other",
        }),
        ended: z.boolean().describe("Offered no more; it stays where it was chosen."),
        within: planFields.id
          .nullish()
          .describe("The choice it stands below; null, or left out: it stands on top."),
      }),
    )
    .max(MOST_CHOICES, `At most ${MOST_CHOICES} choices`),
  asks,
  seenBy: z
    .enum(SEEN_BY)
    .describe(
      "The person and all staff who see them; those staff alone; or those who look after all people (no instructors). What is not about people is seen by staff.",
    ),
  listed: z.boolean().describe("It stands in lists, and is taken along with them."),
  ended: z.boolean().describe("Asked no more; what is known stays."),
};

/** What of a field goes together. */
function goTogether(
  { about, kind, check, choices, asks, seenBy }: z.infer<z.ZodObject<typeof terms>>,
  context: z.RefinementCtx,
): void {
  const wrong = (path: (string | number)[], message: string) =>
    context.addIssue({ code: "custom", path, message });
  const chosen = kind === "choice" || kind === "several";
  if (chosen && !choices.some(({ ended }) => !ended))
    wrong(["choices"], "Write what there is to choose from");
  if (!chosen && choices.length > 0) wrong(["choices"], "Only a choice has choices");
  for (const { at, path, reason } of treeFaults(choices)) wrong(["choices", at, path], reason);
  if (check.least !== null && check.most !== null && check.least > check.most)
    wrong(["check", "most"], "The most is less than the least");
  if (check.from !== null && check.to !== null && check.from > check.to)
    wrong(["check", "to"], "The last day is before the first");
  if (about !== "people") {
    // Nobody comes in, or buys, as a course or a cohort.
    for (const at of ["entering", "buying"] as const)
      if (asks[at] !== "no") wrong(["asks", at], "Only of people something is asked there");
    if (seenBy === "them") wrong(["seenBy"], "Only what is about people is seen by themselves");
  }
  if (seenBy !== "them" && (asks.entering !== "no" || asks.buying !== "no"))
    wrong(["seenBy"], "Whoever is asked sees what they answered: let it be seen by them");
}

export const ownFieldTerms = z
  .strictObject(terms)
  .superRefine(goTogether)
  .meta({ id: "OwnFieldTerms" });

/** A field as it is to be from now on. */
export const ownFieldChange = z
  .strictObject({
    ...terms,
    merged: z
      .array(z.strictObject({ from: planFields.id, into: planFields.id }))
      .max(50, "At most 50 at a time")
      .default([])
      .describe("Choices that become another: wherever the one was said, the other is."),
  })
  .superRefine(goTogether)
  .meta({ id: "OwnFieldChange" });

export const ownField = z.object({ id: z.string(), ...terms }).meta({ id: "OwnField" });

export const ownFieldsQuery = z.strictObject({
  about: z
    .enum([...ABOUT, "all"])
    .default("people")
    .describe("What they are about; left out: people."),
});

export const ownFields = z
  .object({
    fields: z.array(ownField).describe("In the school's order; those asked no more among them."),
  })
  .meta({ id: "OwnFields" });

export const fieldPlace = z
  .strictObject({ place: z.int().min(0, "From 0").max(MOST_FIELDS, `At most ${MOST_FIELDS}`) })
  .meta({ id: "FieldPlace" });

/** What stands in a field, as it is given: a text, a number, a day, a choice or several. */
const value = z.union([
  z.string().max(4 * LONGEST_TEXT, `At most ${LONGEST_TEXT} signs`),
  z.number(),
  z.array(z.string().max(100)).max(MOST_CHOICES),
]);

/** Answers by field; null takes away what stood there. */
export const fieldAnswers = z
  .record(z.string().max(64), value.nullable())
  .refine((answers) => Object.keys(answers).length <= MOST_FIELDS, `At most ${MOST_FIELDS} fields`)
  .meta({ id: "FieldAnswers" });

/** A field as whoever answers meets it, with what they have answered. */
export const askedField = z
  .object({
    id: z.string(),
    name: z.string(),
    hint: z.string(),
    kind: z.enum(FIELD_KINDS),
    check,
    choices: z.array(z.object({ id: z.string(), text: z.string(), ended: z.boolean() })),
    must: z.boolean().describe("It has to be answered."),
    value: value.nullable().describe("What is known already; null: nothing."),
  })
  .meta({ id: "AskedField" });

/** What stands in a field, as it is read in a list. */
export const written = z.object({ name: z.string(), says: z.string() }).meta({ id: "Written" });

export const askedFields = z.object({ fields: z.array(askedField) }).meta({ id: "AskedFields" });

export const askedQuery = z.strictObject({
  at: z
    // What staff are asked is not everybody's to read.
    .enum(["entering", "buying"] satisfies (typeof ASKED_AT)[number][])
    .optional()
    .describe("Where one is asked; left out: everything about oneself that one sees."),
});

export const answeredFields = z
  .strictObject({ values: fieldAnswers })
  .meta({ id: "AnsweredFields" });

export type OwnField = z.infer<typeof ownField>;
export type OwnFieldTerms = z.infer<typeof ownFieldTerms>;
export type OwnFieldChange = z.infer<typeof ownFieldChange>;
export type AskedFields = z.infer<typeof askedFields>;
export type AskedField = z.infer<typeof askedField>;
export type FieldAnswers = z.infer<typeof fieldAnswers>;
