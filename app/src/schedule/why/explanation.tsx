/** An explanation: the sentence, and the steps that lead to it with the dates they arrive at. */
import type { Explanation } from "@dawngate/core/schedule/words";
import { View } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

export function ExplanationView({
  heading,
  explanation,
}: {
  heading: string;
  explanation: Explanation;
}) {
  const palette = usePalette();
  return (
    <View style={{ gap: 10 }}>
      <Text kind="smallStrong" color={palette.quiet} level={3}>
        {heading}
      </Text>
      <Text kind="strong">{explanation.sentence}</Text>
      {explanation.groups.map((group, i) => (
        <View
          // biome-ignore lint/suspicious/noArrayIndexKey: groups stand in the order of the rules and do not move
          key={i}
          style={{
            borderLeftWidth: 3,
            borderLeftColor: group.decides ? palette.apricotLine : palette.line,
            paddingLeft: 12,
            gap: 4,
          }}
        >
          <Text kind="smallStrong">
            {group.heading}
            {group.decides && explanation.groups.length > 1 ? " · this decides" : ""}
          </Text>
          {group.lines.map((line, k) => (
            <View
              // biome-ignore lint/suspicious/noArrayIndexKey: lines likewise
              key={k}
              style={{ flexDirection: "row", gap: 12, justifyContent: "space-between" }}
            >
              <Text kind="small" style={{ flex: 1 }}>
                {line.text}
              </Text>
              {line.at !== null && (
                <Text
                  kind="small"
                  color={palette.quiet}
                  style={{ maxWidth: "52%", textAlign: "right" }}
                >
                  {line.at}
                </Text>
              )}
            </View>
          ))}
        </View>
      ))}
    </View>
  );
}
