/** What people have said of it, each with who said so. */
import { questionsOf } from "@dawngate/core/courses/lines";
import { View } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { type Drawn, Headed } from "./block";

export const Voices: Drawn<"voices"> = ({ block, shown }) => {
  const { surface, quiet } = usePalette();
  // Kept as questions are: what was said, who said it on the line below, an empty line.
  const voices = questionsOf(block.text);
  if (voices.length === 0) return null;
  return (
    <Headed title={block.title || "What people say"}>
      {voices.map(({ question: says, answer: who }) => (
        <View
          key={says}
          style={{
            backgroundColor: surface,
            borderLeftWidth: 4,
            borderLeftColor: shown.color,
            borderTopRightRadius: 12,
            borderBottomRightRadius: 12,
            padding: 16,
            gap: 6,
          }}
        >
          <Text>“{says}”</Text>
          <Text kind="small" color={quiet}>
            {who}
          </Text>
        </View>
      ))}
    </Headed>
  );
};
