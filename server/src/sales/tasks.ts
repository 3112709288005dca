/** What selling has done in threads. */

import type { Income } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../db/connection";
import { task } from "../jobs/task";
import type { ReceiptData } from "./receipt-pdf";

/** What a school's orders brought, by month. */
export const INCOME = task<{ school: SchoolId; from: number; to: number; now: Instant }, Income>(
  "income",
);

/** A receipt as a PDF. */
export const RECEIPT = task<ReceiptData, Uint8Array>("receipt");
