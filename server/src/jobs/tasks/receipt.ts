/** A receipt, set and written as a PDF. */
import { writeReceipt } from "../../sales/receipt-pdf";
import { RECEIPT } from "../../sales/tasks";
import { doing } from "./doing";

export const receipt = doing(RECEIPT, (_, data) => writeReceipt(data));
