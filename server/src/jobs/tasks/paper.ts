/** Receipts, invoices and credit notes, set and written as a PDF. */
import { writePapers } from "../../sales/documents/paper-pdf";
import { PAPERS } from "../../sales/tasks";
import { doing } from "./doing";

export const papers = doing(PAPERS, (_, data) => writePapers(data.papers, data.title));
