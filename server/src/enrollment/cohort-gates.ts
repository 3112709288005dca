/** A cohort's own gates. */
import type { CohortGate } from "@dawngate/contract/enrollment";
import type { PlanCohort } from "@dawngate/core/plan";

/** Its gates with the one for an item put in, or taken away, so that the course's own holds again. */
export function gatesWith({ gates }: PlanCohort, { item, gate }: CohortGate): PlanCohort["gates"] {
  const { [item]: _before, ...others } = gates;
  return gate === undefined ? others : { ...others, [item]: gate };
}
