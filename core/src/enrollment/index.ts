/** Enrolling: windows, seats, and who may. */

export { countdownStep, sayCountdown } from "./countdown";
export {
  CHECKS,
  type Check,
  type Comer,
  type EnrollingFault,
  type EnrollingPlace,
  enrollingFaults,
  mayWait,
} from "./eligibility";
export {
  type EventKind,
  type EventType,
  kindOf,
  OFFERED,
  type StaffAct,
  type Standpoint,
  staffActSchema,
  type Undoing,
} from "./events";
export { ENDING_DAYS, NEEDS, NEEDS_COUNTED, type NeedOf, QUIET_DAYS } from "./needs";
export {
  daysBetween,
  type Landed,
  type Landing,
  type Landings,
  landingsOf,
  type NextWish,
  nextCohort,
  seriesFrom,
} from "./next-cohort";
export {
  type Column,
  columnsOf,
  FILE_COLUMNS,
  type FileColumn,
  missingColumn,
  ownColumn,
  readRow,
} from "./people-file";
export { holdsSeat, STANDINGS, type Standing, standingOf } from "./standing";
export {
  CODE_SIGNS,
  type CodeFault,
  codeFault,
  ENTRIES,
  type Entry,
  endsIn,
  type JoinCode,
  MADE_LENGTH,
  plainCode,
  sayCode,
  takesWaiters,
  type Waitlist,
} from "./ways-in";
export { type Window, type WindowState, windowInstants, windowState } from "./window";
