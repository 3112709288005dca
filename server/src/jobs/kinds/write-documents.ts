/** Invoices and credit notes of an order that was paid before there were any. */
import { z } from "zod";
import { jobKind } from "../kind";

export const writeDocuments = jobKind({
  name: "write-documents",
  payload: z.strictObject({ school: z.uuid(), order: z.string().max(200) }),
  tries: 10,
  atOnce: 1,
  about: ({ order }) => `Writing the invoices and credit notes of order ${order}`,
  work: (parts, { school, order }) => parts.writeDocuments(school, order),
});
