/** People from a file: read, every row looked at before anything is written, then enrolled. */
import { FILE_COLUMNS } from "@dawngate/core/enrollment";
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { cursor, oneLine } from "./text";

/** What a column is: of ours, or of one of the school's own fields. */
const column = z.union([
  z.enum(FILE_COLUMNS),
  z.templateLiteral(["own:", z.string().regex(/^[\w-]{1,64}$/)]),
]);

/** What would become of a row. */
export const ROW_FATES = ["new", "known", "moves", "in", "refused"] as const;

export const peopleFileQuery = z.strictObject({
  name: oneLine("A file's name", 200).describe("What the file is called."),
  cohort: planFields.id.optional().describe("For rows that name none."),
  timeZone: planFields.timeZone.describe("For rows that name none."),
});

/** It stays on the record of each whom it lets in. */
const overruling = oneLine("A reason", 500);

const fates = z.object({
  new: z.int(),
  known: z.int(),
  moves: z.int(),
  in: z.int(),
  refused: z.int(),
});

export const peopleFile = z
  .object({
    id: z.string(),
    name: z.string(),
    state: z
      .enum(["checking", "checked", "enrolling", "done", "broken"])
      .describe("Checked: nothing is written yet."),
    heads: z.array(z.string()),
    columns: z
      .array(column.nullable())
      .describe("What each column is; `own:` and a field: one of the school's own."),
    missing: z.string().nullable().describe("What has to be said first; null: nothing."),
    cohort: z.string().nullable(),
    timeZone: z.string(),
    rows: z.int(),
    looked: z.int().describe("So many rows were looked at."),
    fates: fates.describe("How many rows would become what."),
    against: z
      .int()
      .describe("So many are refused by a full cohort or by being kept out alone, or would be."),
    overrule: overruling
      .nullable()
      .describe("Why those are let in all the same; null: they are refused."),
    enrolled: z.int().describe("So many are done."),
    fault: z.string().nullable(),
  })
  .meta({ id: "PeopleFile" });

export const peopleFileChange = z
  .strictObject({
    columns: z.array(column.nullable()).max(100),
    cohort: planFields.id.nullable(),
    timeZone: planFields.timeZone,
    overrule: overruling
      .nullable()
      .default(null)
      .describe("Why rows are let in that only a full cohort or being kept out refuses."),
  })
  .meta({ id: "PeopleFileChange" });

export const peopleRowsQuery = z.strictObject({
  fate: z.enum(ROW_FATES).optional(),
  after: cursor.optional(),
});

export const peopleRows = z
  .object({
    rows: z.array(
      z.object({
        number: z.int().describe("Its line in the file, the heads being the first."),
        name: z.string(),
        email: z.string(),
        cohort: z.string().nullable().describe("The cohort's name."),
        fate: z.enum(ROW_FATES),
        reason: z.string().nullable().describe("Why it is refused; from where one moves."),
      }),
    ),
    next: z.string().nullable(),
  })
  .meta({ id: "PeopleRows" });

export const enrollFile = z
  .strictObject({
    tell: z.boolean().describe("Everybody is written to who was not in before."),
    whole: z.boolean().describe("All or nothing: refused where a row is."),
  })
  .meta({ id: "EnrollFile" });

export type PeopleFile = z.infer<typeof peopleFile>;
export type PeopleFileChange = z.output<typeof peopleFileChange>;
export type PeopleRows = z.infer<typeof peopleRows>;
export type RowFate = (typeof ROW_FATES)[number];
