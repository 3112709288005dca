/** Enrolling: windows, seats, and who may. */

export { countdownStep, sayCountdown } from "./countdown";
export { type EnrollingFault, type EnrollingPlace, enrollingFaults } from "./eligibility";
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
export { holdsSeat, STANDINGS, type Standing, standingOf } from "./standing";
export { type Window, type WindowState, windowInstants, windowState } from "./window";
