/** What notices have done in threads. */
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../db/connection";
import { task } from "../jobs/task";

/** Whoever is to be looked at in a school is: what goes out to them is handed over, what is to come is written down. */
export const NOTIFY = task<{ school: SchoolId; baseUrl: string; now: Instant }, void>(
  "notify",
  true,
);
