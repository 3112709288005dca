/** A letter as it is read in a mail program: who writes, what is said, the dates, the one thing to press. */
import type { LetterShown } from "@dawngate/contract/notices";
import { View } from "react-native";
// By its piece, which the shelf fetches too: what two pieces share would be in everybody's first load.
import { LetterText } from "../enrollment/lazy-beside";
import { useGetSchoolQuery } from "../school/api";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

interface Props {
  letter: LetterShown;
  /** By its address. */
  school: string;
  person: string;
  /** At most so wide. */
  width?: number;
}

export function LetterView({ letter, school, person, width = 420 }: Props) {
  const { surface, line, quiet, night, onNight, frameMark } = usePalette();
  const { data: from } = useGetSchoolQuery({ school });
  return (
    <View
      role="article"
      // Heard as it is written.
      {...({ lang: letter.language ?? "en" } as object)}
      aria-label={`A letter: ${letter.subject}`}
      style={{
        backgroundColor: surface,
        borderWidth: 1,
        borderColor: line,
        borderTopColor: from?.color ?? frameMark,
        borderTopWidth: 5,
        borderRadius: 12,
        padding: 18,
        gap: 12,
        maxWidth: width,
        width: "100%",
      }}
    >
      <View style={{ gap: 2 }}>
        <Text kind="small" color={quiet}>
          {from?.name ?? ""}
        </Text>
        <Text kind="name">{letter.subject}</Text>
      </View>
      <Text>{letter.greeting ?? `Hello ${person},`}</Text>
      <LetterText letter={letter} />
      {letter.button ? (
        <View
          style={{
            backgroundColor: night,
            borderRadius: 10,
            paddingVertical: 12,
            paddingHorizontal: 22,
            alignSelf: "flex-start",
          }}
        >
          <Text kind="strong" color={onNight}>
            {letter.button.label}
          </Text>
        </View>
      ) : null}
      {letter.small.map((small) => (
        <Text key={small} kind="small" color={quiet}>
          {small}
        </Text>
      ))}
      <Text kind="small" color={quiet} style={{ textDecorationLine: "underline" }}>
        {letter.below.label}
      </Text>
    </View>
  );
}
