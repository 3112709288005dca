/** For whom the dates beside the outline hold: said on one line, changed below it when one presses it. */
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { memo, useState } from "react";
import { View } from "react-native";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { DateField } from "../../ui/moment-fields";
import { Press } from "../../ui/press";
import { Text } from "../../ui/text";
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
  const { morning, onMorning, onMorningQuiet } = usePalette();
  const [open, setOpen] = useState(false);
  const into = cohorts.find(({ id }) => id === cohort)?.name;
  return (
    <View
      role="region"
      aria-label="As if"
      style={{ backgroundColor: morning, borderRadius: 10, paddingHorizontal: 12 }}
    >
      <Press
        onPress={() => setOpen(!open)}
        aria-expanded={open}
        style={{ justifyContent: "center", alignSelf: "stretch" }}
      >
        <Text kind="small" color={onMorningQuiet}>
          As if{" "}
          <Text kind="smallStrong" color={onMorning}>
            enrolled {sayWrittenDate(day, true)}, at noon{into ? `, into ${into}` : ""}
          </Text>
          {open ? "" : " · change"}
        </Text>
      </Press>
      {open ? (
        <View style={{ gap: 8, paddingBottom: 12, maxWidth: 420 }}>
          <DateField label="As if somebody enrolled, at noon, on" value={day} onChange={onDay} />
          {cohorts.length > 0 ? (
            <Choices label="Into which cohort">
              {cohorts.map(({ id, name }) => (
                <Choice
                  key={id}
                  label={`into ${name}`}
                  taken={cohort === id}
                  onPress={() => onCohort(id)}
                />
              ))}
              <Choice label="no cohort" taken={cohort === null} onPress={() => onCohort(null)} />
            </Choices>
          ) : null}
        </View>
      ) : null}
    </View>
  );
});
