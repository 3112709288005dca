/** A course's card, field by field: what people read before they enroll. Kept as each field is left. */
import { type CourseCard, SHORT_MOST } from "@dawngate/core/courses";
import { useState } from "react";
import { View } from "react-native";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";

interface Props {
  card: CourseCard;
  /** One part that has changed; empty: it goes. */
  onCard(change: CourseCard): void;
}

const FIELDS: readonly [keyof CourseCard, string, number, boolean][] = [
  ["short", "Short description", SHORT_MOST, true],
  ["outcomes", "What people can do afterwards, one a line", 4_000, true],
  ["audience", "Whom it is for", 2_000, true],
  ["needs", "What they need beforehand", 2_000, true],
  ["subject", "Subject", 200, false],
  ["level", "Level", 100, false],
  ["hours", "Length in hours", 60, false],
  ["language", "Language", 100, false],
  ["reference", "Reference, your own short number", 100, false],
  ["note", "To be read before enrolling", 4_000, true],
  ["teacher", "Who teaches it", 200, false],
  ["aboutTeacher", "About who teaches it", 2_000, true],
  [
    "questions",
    "Questions and answers: a question, its answer on the next line, an empty line",
    8_000,
    true,
  ],
];

export function CardFields({ card, onCard }: Props) {
  const { quiet } = usePalette();
  const [typed, setTyped] = useState<CourseCard>({});
  const short = typed.short ?? card.short ?? "";
  return (
    <View role="group" aria-label="The card" style={{ gap: 10 }}>
      <Text kind="strong">The card</Text>
      <Text kind="small" color={quiet}>
        What people read on the public page before they enroll. What is empty is not shown.
      </Text>
      {FIELDS.map(([key, label, most, multiline]) => (
        <View key={key} style={{ gap: 2 }}>
          <TextField
            multiline={multiline}
            label={label}
            value={typed[key] ?? card[key] ?? ""}
            maxLength={most}
            onChangeText={(text) => setTyped({ ...typed, [key]: text })}
            onBlur={() => {
              const next = typed[key]?.trim();
              if (next !== undefined && next !== (card[key] ?? "")) onCard({ [key]: next });
            }}
            style={{ minHeight: most > 1_000 ? 110 : undefined }}
          />
          {key === "short" ? (
            <Text kind="small" color={quiet}>
              {SHORT_MOST - short.length} of {SHORT_MOST} characters left
            </Text>
          ) : null}
        </View>
      ))}
    </View>
  );
}
