/** The mail of enrolling somebody: seen before it goes out, worded for this once, or left out. */
import type { EnrolledByHand } from "@dawngate/contract/enrollment";
import { View } from "react-native";
import type { Words } from "../notices/words-fields";
import { QuietAction } from "../ui/action";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";

type Mail = NonNullable<EnrolledByHand["mail"]>;

interface Props {
  tell: boolean;
  onTell(tell: boolean): void;
  /** As it would read; null: it was not looked at. */
  seen: Mail | null;
  onSee(): void;
  busy: boolean;
  /** Null: as it is usual. */
  words: Words | null;
  onWords(words: Words | null): void;
}

export function EnrollMail({ tell, onTell, seen, onSee, busy, words, onWords }: Props) {
  return (
    <View style={{ gap: 8 }}>
      <Switched
        label="Tell them by mail"
        says="What they are in, what opens when, and the way in."
        on={tell}
        onChange={onTell}
      />
      {tell && words ? (
        <>
          <TextField
            label="Subject"
            value={words.subject}
            maxLength={300}
            onChangeText={(subject) => onWords({ ...words, subject })}
          />
          <TextField
            label="What it says"
            value={words.text}
            maxLength={20_000}
            multiline
            onChangeText={(text) => onWords({ ...words, text })}
            style={{ minHeight: 110 }}
          />
        </>
      ) : null}
      {tell && seen && !words ? <Seen mail={seen} /> : null}
      {tell ? (
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
          {seen && !words ? (
            <QuietAction
              label="Word it for this once"
              onPress={() => onWords({ subject: seen.subject, text: seen.says.join("\n\n") })}
            />
          ) : words ? (
            <QuietAction label="In our words" onPress={() => onWords(null)} />
          ) : (
            <QuietAction label="See the mail" onPress={onSee} busy={busy} />
          )}
        </View>
      ) : null}
    </View>
  );
}

function Seen({ mail: { subject, says, dates, small } }: { mail: Mail }) {
  const { surface, line, quiet } = usePalette();
  return (
    <View
      role="article"
      aria-label={`The mail: ${subject}`}
      style={{
        backgroundColor: surface,
        borderWidth: 1,
        borderColor: line,
        borderRadius: 12,
        padding: 16,
        gap: 8,
      }}
    >
      <Text kind="name">{subject}</Text>
      {says.map((one) => (
        <Text key={one}>{one}</Text>
      ))}
      {dates.map(({ when, what }) => (
        <Text key={`${when} ${what}`} kind="small" color={quiet}>
          {`${when}: ${what}`}
        </Text>
      ))}
      {small.map((one) => (
        <Text key={one} kind="small" color={quiet}>
          {one}
        </Text>
      ))}
    </View>
  );
}
