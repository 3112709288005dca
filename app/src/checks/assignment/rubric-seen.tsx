/** A rubric as it is read: by what one is looked at, and what each level is worth. */
import type { Rubric } from "@dawngate/core/lessons/rubric";
import { View } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

export function RubricSeen({ rubric }: { rubric: Rubric }) {
  const { quiet, line } = usePalette();
  if (rubric.length === 0) return null;
  return (
    <View style={{ gap: 8 }}>
      <Text kind="small" color={quiet}>
        It is looked at by these:
      </Text>
      <View role="list" aria-label="The rubric" style={{ gap: 10 }}>
        {rubric.map(({ id, title, levels }) => (
          <View
            role="listitem"
            key={id}
            style={{ borderLeftWidth: 3, borderLeftColor: line, paddingLeft: 12, gap: 2 }}
          >
            <Text kind="strong">{title}</Text>
            <Text kind="small" color={quiet}>
              {levels.map(({ says, points }) => (says ? `${points}: ${says}` : points)).join(" · ")}
            </Text>
          </View>
        ))}
      </View>
    </View>
  );
}
