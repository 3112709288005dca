/** An address elsewhere, as it is typed or pasted: it counts once it is one, and is said to be none when it is left. */
import { useState } from "react";
import { View } from "react-native";
import { HelperText } from "react-native-paper";
import { TextField } from "../../ui/text-field";

interface Props {
  label: string;
  value: string;
  onChange(link: string | null): void;
}

export function LinkField({ label, value, onChange }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);
  const read = (text: string): string | null => {
    const whole = /^[\w-]+(\.[\w-]+)+/.test(text) ? `https://${text}` : text;
    return URL.canParse(whole) && whole.startsWith("https://") ? whole : null;
  };
  const leave = () => {
    const text = (typed ?? value).trim();
    const link = read(text);
    setWrong(text !== "" && link === null);
    if (typed === null || (text !== "" && link === null)) return;
    setTyped(null);
    if (link !== (value || null)) onChange(link);
  };
  return (
    <View>
      <TextField
        label={label}
        value={typed ?? value}
        inputMode="url"
        autoCapitalize="none"
        error={wrong}
        onChangeText={setTyped}
        onBlur={leave}
        onSubmitEditing={leave}
      />
      {wrong ? (
        <HelperText type="error" role="alert">
          Write the whole address, as https://media.example.org/film
        </HelperText>
      ) : null}
    </View>
  );
}
