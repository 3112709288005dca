/** The plan file: the open exchange format, and the one way data enters the core. */
export { readCalendar } from "./check";
export { type Read, readJson, readValue } from "./document";
export { EVENT_TYPES, type PlanEvent } from "./events";
export type { Fault } from "./faults";
export { formatPath } from "./faults";
export * as planFields from "./fields";
export { courseForEverybody, differsByCohort, forEverybody, isFor } from "./for-cohort";
export { itemsOf, type PlanItem } from "./items";
export { jsonSchemaOf, planJsonSchema } from "./json-schema";
export {
  anchorOf,
  countedMoment,
  gate as gateSchema,
  itemMoment as momentSchema,
  type PlanGate,
  type PlanMoment,
  readMoment,
} from "./moment";
export { LARGEST_PLAN, type ParsedPlan, parsePlan, parsePlanText } from "./parse";
export { isSame } from "./same";
export {
  cohort as cohortSchema,
  course as courseSchema,
  enrollment as enrollmentSchema,
  type Plan,
  type PlanCohort,
  type PlanCourse,
  type PlanEnrollment,
  type PlanLesson,
  type PlanModule,
  type PlanSchool,
  planDocument,
} from "./schema";
export { firstDateOf, shiftCohort, shiftCourse, shiftGate, shiftPlan } from "./shift";
export { itemTitles } from "./titles";
