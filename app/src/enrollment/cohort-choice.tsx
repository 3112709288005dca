/** One cohort among a course's, or none. */

import type { Cohort } from "@dawngate/contract/courses";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";

interface Props {
  cohorts: readonly Cohort[];
  /** Undefined: nothing is chosen yet. */
  value: string | null | undefined;
  label?: string;
  /** What none of them is called. */
  none?: string;
  onChange(cohort: string | null): void;
}

export function CohortChoice({
  cohorts,
  value,
  label = "Cohort",
  none = "No cohort",
  onChange,
}: Props) {
  return (
    <Choices label={label}>
      {cohorts.map(({ id, name }) => (
        <Choice
          key={id}
          label={`Cohort ${name}`}
          taken={value === id}
          onPress={() => onChange(id)}
        />
      ))}
      <Choice label={none} taken={value === null} onPress={() => onChange(null)} />
    </Choices>
  );
}
