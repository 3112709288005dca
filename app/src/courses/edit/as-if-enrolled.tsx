/** For whom the dates beside the outline hold: somebody who enrolls on a day one chooses, perhaps into a cohort. */
import { memo } from "react";
import { View } from "react-native";
import { Choice } from "../../ui/choice";
import { DateField } from "../../ui/moment-fields";
import { usePalette } from "../../ui/theme";

interface Props {
  day: string;
  onDay(day: string): void;
  cohorts: readonly { id: string; name: string }[];
  cohort: string | null;
  onCohort(cohort: string | null): void;
}

export const AsIfEnrolled = memo(function AsIfEnrolled({
  day,
  onDay,
  cohorts,
  cohort,
  onCohort,
}: Props) {
  const { morning } = usePalette();
  return (
    <View
      role="region"
      aria-label="As if"
      style={{ backgroundColor: morning, borderRadius: 10, padding: 12, maxWidth: 420 }}
    >
      <DateField label="As if somebody enrolled, at noon, on" value={day} onChange={onDay} />
      {cohorts.length > 0 ? (
        <View
          role="radiogroup"
          aria-label="Into which cohort"
          style={{ flexDirection: "row", flexWrap: "wrap", gap: 8, paddingTop: 8 }}
        >
          {cohorts.map(({ id, name }) => (
            <Choice
              key={id}
              label={`into ${name}`}
              taken={cohort === id}
              onPress={() => onCohort(id)}
            />
          ))}
          <Choice label="no cohort" taken={cohort === null} onPress={() => onCohort(null)} />
        </View>
      ) : null}
    </View>
  );
});
