/** What one gets and can do afterwards, a line each. */
import { linesOf } from "@dawngate/core/courses/lines";
import { View } from "react-native";
import { SunMark } from "../../ui/sun-mark";
import { Text } from "../../ui/text";
import { type Drawn, Headed } from "./block";

export const Gains: Drawn<"gains"> = ({ block, shown }) => {
  const own = linesOf(block.lines);
  const lines = own.length > 0 ? own : [...shown.points, ...linesOf(shown.card.outcomes)];
  if (lines.length === 0) return null;
  return (
    <Headed title={block.title || (shown.course ? "What you can do afterwards" : "What you get")}>
      <View role="list">
        {lines.map((line) => (
          <View key={line} role="listitem" style={{ flexDirection: "row", gap: 10 }}>
            <SunMark mark="done" size={20} />
            <Text style={{ flex: 1 }}>{line}</Text>
          </View>
        ))}
      </View>
    </Headed>
  );
};
