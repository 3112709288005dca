/** What selling has done in threads. */

import { task } from "../jobs/task";
import type { ReceiptData } from "./receipt-pdf";

/** A receipt as a PDF. */
export const RECEIPT = task<ReceiptData, Uint8Array>("receipt");
