/** What a letter says, and its dates. */
import type { LetterShown } from "@dawngate/contract/notices";
import { View } from "react-native";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

export function LetterText({ letter: { says, dates } }: { letter: LetterShown }) {
  const { quiet } = usePalette();
  return (
    <>
      {says.map((one, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: paragraphs have nothing else, and are drawn anew together
        <Text key={i}>{one}</Text>
      ))}
      {dates.length > 0 ? (
        <View style={{ gap: 4 }}>
          {dates.map(({ when, what }) => (
            <View
              key={`${when} ${what}`}
              style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 14 }}
            >
              <Text kind="small" color={quiet} style={{ width: 170 }}>
                {when}
              </Text>
              <Text kind="small" style={{ flexShrink: 1 }}>
                {what}
              </Text>
            </View>
          ))}
        </View>
      ) : null}
    </>
  );
}
