/** A film's chapters: where each begins, the one that plays marked. */
import { sayPlace } from "@dawngate/core/lessons/seen";
import { ScrollView, View } from "react-native";
import { BarWord } from "./bar-word";

interface Props {
  chapters: readonly { at: number; title: string }[];
  at: number;
  onGo(seconds: number): void;
}

export function Chapters({ chapters, at, onGo }: Props) {
  if (chapters.length === 0) return null;
  const here = chapters.filter((one) => one.at <= at).at(-1);
  return (
    <ScrollView
      testID="one-line"
      horizontal
      role="list"
      aria-label="Chapters"
      showsHorizontalScrollIndicator={false}
    >
      {chapters.map((one) => (
        <View role="listitem" key={one.at}>
          <BarWord
            label={`${sayPlace(one.at)} ${one.title}`}
            on={one === here}
            onPress={() => onGo(one.at)}
          />
        </View>
      ))}
    </ScrollView>
  );
}
