/** What public pages have done in threads. */
import type { PublicCourse } from "@dawngate/contract/catalog";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../db/connection";
import type { Knocks } from "../enrollment/ways-in/comer";
import { task } from "../jobs/task";

/** A course's public page, for somebody or for any visitor: whom it counts are many. */
export const PUBLIC_PAGE = task<
  { school: SchoolId; course: string; knocks: Knocks; now: Instant },
  PublicCourse
>("public-page");
