/** Who has a module or a lesson: everybody, or some cohorts alone. */
import { View } from "react-native";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

export interface NamedCohort {
  id: string;
  name: string;
}

interface Props {
  cohorts: readonly NamedCohort[];
  /** Those that have it; null, or undefined: everybody. */
  chosen: readonly string[] | null | undefined;
  onChosen(cohorts: string[] | null): void;
}

export function ForCohorts({ cohorts, chosen, onChosen }: Props) {
  const { quiet } = usePalette();
  const some = chosen ?? [];
  const gone = some.filter((id) => !cohorts.some((cohort) => cohort.id === id));
  if (cohorts.length === 0 && some.length === 0) return null;
  const turn = (id: string) => {
    const next = some.includes(id) ? some.filter((one) => one !== id) : [...some, id];
    onChosen(next.length === 0 ? null : next);
  };
  return (
    <View style={{ gap: 8 }}>
      <Text kind="small" color={quiet} aria-hidden>
        Who has it
      </Text>
      <Choices label="Who has it" many>
        <Choice many label="everybody" taken={some.length === 0} onPress={() => onChosen(null)} />
        {cohorts.map(({ id, name }) => (
          <Choice
            key={id}
            many
            label={`only ${name}`}
            taken={some.includes(id)}
            onPress={() => turn(id)}
          />
        ))}
        {gone.map((id) => (
          <Choice key={id} many label="a cohort that is gone" taken onPress={() => turn(id)} />
        ))}
      </Choices>
      {some.length > 0 ? (
        <Text kind="small" color={quiet}>
          For others, and for visitors, it is as if it were not there. It holds once it is
          published.
        </Text>
      ) : null}
    </View>
  );
}
