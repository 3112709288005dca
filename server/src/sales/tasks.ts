/** What selling has done in threads. */

import type { Ending } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../db/connection";
import { task } from "../jobs/task";
import type { Services } from "../school/kit";
import type { ElectronicInvoice } from "./documents/e-invoice";
import type { Printed } from "./documents/print";
import type { KeepAsked } from "./income/keep";

/** What orders bring is worked out again where something has happened: by and by, and while somebody waits for it. */
export const KEEP_INCOME = task<KeepAsked, boolean>("keep-income", true);
export const FRESHEN_INCOME = task<KeepAsked, boolean>("freshen-income");

/** Whose access ends when, and what hangs on it. */
export const ENDING = task<{ school: SchoolId; now: Instant }, Ending>("ending");

/** Receipts, invoices and the like as one PDF; `data`: what stands within it for bookkeeping programs. */
export const PRINT = task<
  { title: string; prints: Printed[]; data?: ElectronicInvoice | null },
  Uint8Array
>("print");

/** One of them as a file of its own, called by its kind and number. */
export const printOne = (
  { threads }: Pick<Services, "threads">,
  one: Printed,
  data: ElectronicInvoice | null = null,
) => threads.run(PRINT, { title: `${one.kind} ${one.number}`, prints: [one], data });
