/** Invoices and credit notes: what stands on them of the school and of the buyer, and which there are. */
import { z } from "zod";
import { cursor, month, oneLine, shortLines, shortText } from "../text";

const series = z
  .string()
  .regex(/^[A-Z0-9]{1,8}$/, "A series is one to eight capital letters and digits, such as A");

/** What stands of the school on its invoices and credit notes (2006/112/EC art. 226, from memory). */
export const invoicing = z
  .strictObject({
    name: shortText("A name", 200).describe("As the law knows it; empty: the school's name."),
    address: shortLines,
    taxNumber: shortText("A tax number", 40),
    invoices: series.describe("The series in which invoices are numbered."),
    creditNotes: series.describe("The series of credit notes; it may be the same."),
    payTo: shortLines.describe("How to pay by transfer: the bank, and its number."),
    note: shortText("A note", 500).describe("Below each, such as why no tax is in it."),
  })
  .meta({ id: "Invoicing" });
export type Invoicing = z.output<typeof invoicing>;

export const USUAL_INVOICING: Invoicing = {
  name: "",
  address: "",
  taxNumber: "",
  invoices: "A",
  creditNotes: "C",
  payTo: "",
  note: "",
};

/** For which company an invoice is written. */
export const billing = z
  .strictObject({
    company: oneLine("A company's name", 200),
    address: shortLines.default(""),
    reference: shortText("A reference", 100)
      .default("")
      .describe("The company's own, such as the number of its purchase order."),
  })
  .meta({ id: "Billing" });
export type Billing = z.output<typeof billing>;

/** By the buyer, who has the order's secret or is signed in. */
export const billingChange = z.strictObject({
  secret: z.string().max(200).optional(),
  billing: billing.nullable().describe("Of documents to come; null: for the buyer alone."),
});

const kind = z.enum(["invoice", "credit-note"]);

export const documentSummary = z
  .object({
    number: z.string(),
    kind,
    at: z.string().describe("Of the payment, or of the refund."),
    amount: z.int().describe("Minor units, tax included."),
    tax: z.int(),
    of: z.array(z.string()).describe("A credit note's: the invoices drawn on, newest first."),
  })
  .meta({ id: "DocumentSummary" });
export type DocumentSummary = z.infer<typeof documentSummary>;

const monthDocument = documentSummary.extend({
  order: z.string(),
  title: z.string(),
  buyer: z.string(),
  company: z.string().nullable(),
  taxNumber: z.string().nullable().describe("Of the company that bought."),
  currency: z.string(),
});
export type MonthDocument = z.infer<typeof monthDocument>;

export const documentsQuery = z.strictObject({
  month: month.describe("In the school's zone."),
  after: cursor.optional(),
  most: z.coerce.number<number>().int().min(1).max(200).default(50),
});

export const documents = z.object({
  documents: z.array(monthDocument),
  sums: z
    .array(
      z.object({
        kind,
        currency: z.string(),
        count: z.int(),
        amount: z.int(),
        tax: z.int(),
      }),
    )
    .describe("Of the whole month; of the first page alone."),
  next: z.string().nullable(),
});
export type Documents = z.infer<typeof documents>;

/** So many stand in one file. */
export const DOCUMENTS_A_FILE = 200;

export const documentsFileQuery = z.strictObject({
  month,
  part: z.coerce
    .number<number>()
    .int()
    .min(1)
    .max(10_000)
    .default(1)
    .describe(`The first ${DOCUMENTS_A_FILE} of the month, the next, and so on.`),
});

export const documentNumber = z
  .string()
  .regex(/^[A-Z0-9]{1,8}-\d{4}-\d{4,9}$/, "A document's number is such as A-2027-0001");
