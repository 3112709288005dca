/** The languages that a school writes to people in: which, and the one for whoever reads none of them. */
import { LANGUAGE_NAMES, LANGUAGES, type Language } from "@dawngate/core/notices/languages";
import { View } from "react-native";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Options } from "../ui/options";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

interface Props {
  /** The first is for whoever reads none of them. */
  languages: readonly Language[];
  onChange(languages: Language[]): void;
}

/** With one more, or without it; the last one stays. */
export function toggled(languages: readonly Language[], one: Language): Language[] {
  if (!languages.includes(one)) return [...languages, one];
  return languages.length === 1 ? [...languages] : languages.filter((other) => other !== one);
}

export function LanguagesField({ languages, onChange }: Props) {
  const { quiet } = usePalette();
  const [first] = languages;
  return (
    <View role="group" aria-label="Languages of notices" style={{ gap: 8 }}>
      <Text kind="strong">Languages of notices</Text>
      <Text kind="small" color={quiet}>
        What people are told comes in the language they read. Our words are there in each; yours are
        written for each under Notices.
      </Text>
      <Choices label="In which languages" many>
        {LANGUAGES.map((one) => (
          <Choice
            key={one}
            label={LANGUAGE_NAMES[one]}
            many
            taken={languages.includes(one)}
            onPress={() => onChange(toggled(languages, one))}
          />
        ))}
      </Choices>
      {languages.length > 1 && first ? (
        <Options
          label="For whoever reads none of them"
          says="For whoever reads none of them"
          options={languages.map((one) => ({ value: one, label: LANGUAGE_NAMES[one] }))}
          value={first}
          onChange={(one) => onChange([one, ...languages.filter((other) => other !== one)])}
        />
      ) : null}
    </View>
  );
}
