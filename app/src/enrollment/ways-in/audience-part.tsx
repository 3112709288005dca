/** For whom a way is, by what the school's own fields say of people. */
import type { WayInSet } from "@dawngate/contract/ways-in";
import { inTree } from "@dawngate/core/people/choice-tree";
import { sayChoice } from "@dawngate/core/people/say-choice";
import { View } from "react-native";
import { useGetOwnFieldsQuery } from "../../people/fields/staff-api";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { toggled } from "../../ui/toggled";

type Audience = WayInSet["audience"];

interface Props {
  school: string;
  audience: Audience;
  onChange(audience: Audience): void;
}

export function AudiencePart({ school, audience, onChange }: Props) {
  const { quiet } = usePalette();
  const { data } = useGetOwnFieldsQuery({ school });
  const fields = (data?.fields ?? []).filter(
    ({ id, kind, ended }) =>
      (kind === "choice" || kind === "several") &&
      (!ended || audience.some(({ field }) => field === id)),
  );
  const set = (field: string, says: string[]) => {
    const others = audience.filter((one) => one.field !== field);
    onChange(says.length === 0 ? others : [...others, { field, says }]);
  };
  return fields.map(({ id, name, choices, asks }) => {
    const says = audience.find((one) => one.field === id)?.says ?? [];
    const label = `Only people of whom “${name}” says`;
    return (
      <View key={id} style={{ gap: 6 }}>
        <Text kind="small" color={quiet}>
          {label}, or anybody
        </Text>
        <Choices label={label} many>
          {inTree(choices)
            .filter((one) => !one.ended || says.includes(one.id))
            .map((one) => (
              <Choice
                key={one.id}
                many
                label={sayChoice(choices, one.id)}
                taken={says.includes(one.id)}
                onPress={() => set(id, toggled(says, one.id))}
              />
            ))}
        </Choices>
        {says.length === 0 ? null : (
          <Text kind="small" color={quiet}>
            {asks.entering === "no"
              ? "Staff write it down, or a file of people says it: whoever is not known to be so is kept out."
              : "Whoever has not answered yet says it at the door: it is as true as what they say."}
          </Text>
        )}
      </View>
    );
  });
}
