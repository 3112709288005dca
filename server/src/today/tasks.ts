/** What today has done in threads. */
import type { Today } from "@dawngate/contract/today";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../db/connection";
import { task } from "../jobs/task";

/** The part of today that is counted over people and found in plans. */
export type Counted = Pick<Today, "days" | "happens" | "more"> & {
  needs: Today["needs"];
};

export const TODAY = task<
  { school: SchoolId; courses: string[] | null; cohorts: string[] | null; now: Instant },
  Counted
>("today");
