/** Receipts, invoices and credit notes, set and written as a PDF. */
import { printAll } from "../../sales/documents/print";
import { PRINT } from "../../sales/tasks";
import { doing } from "./doing";

export const print = doing(PRINT, (_, { prints, title, data }) =>
  printAll(prints, title, data ?? null),
);
