/** Setting something of a module or a lesson, as an operation on the draft. */
import type { PlanItem } from "../plan";
import type { Operation } from "./operation";

export const setItem = (item: PlanItem, set: object): Operation =>
  ({ type: "lessons" in item ? "set-module" : "set-lesson", item: item.id, set }) as Operation;
