/** Enrolling: windows, seats, and who may. */
export { type EnrollingFault, type EnrollingPlace, enrollingFaults } from "./eligibility";
export { type Window, type WindowState, windowInstants, windowState } from "./window";
