/** What the schedule has done in threads. */
import type { Everybody } from "@dawngate/contract/schedule";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../db/connection";
import { task } from "../jobs/task";

/** The openings of a course's people, worked out again where they do not hold. */
export const PROJECT = task<{ school: string; course: string; now: Instant }, void>(
  "project",
  true,
);

/** Everybody in a course counted. */
export const EVERYBODY = task<
  { school: SchoolId; course: string; cohorts: string[] | null; now: Instant },
  Everybody
>("everybody");
