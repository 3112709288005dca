/** What selling has done in threads. */

import type { Income } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../db/connection";
import { task } from "../jobs/task";
import type { PaperData } from "./documents/paper-pdf";

/** What a school's orders brought, by month. */
export const INCOME = task<{ school: SchoolId; from: number; to: number; now: Instant }, Income>(
  "income",
);

/** Receipts, invoices and credit notes as one PDF. */
export const PAPERS = task<{ title: string; papers: PaperData[] }, Uint8Array>("papers");
