/** What notices have done in threads. */
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../db/connection";
import { task } from "../jobs/task";

/**
 * Whoever is to be looked at in a school is, for so many milliseconds: what goes out to them is handed over, what is to
 * come is written down. True: there are more of them.
 */
export const NOTIFY = task<
  { school: SchoolId; baseUrl: string; now: Instant; turn: number },
  boolean
>("notify", true);
