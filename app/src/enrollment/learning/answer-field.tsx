/** An answer as it is written: opened by a press, kept in the field until it was taken. */
import { useState } from "react";
import { View } from "react-native";
import { explain, pressKey } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { TextField } from "../../ui/text-field";

interface Props {
  /** Sends it; answers what went wrong, or nothing. */
  onSend(body: { text: string; key: string }): Promise<{ error?: unknown }>;
}

export function AnswerField({ onSend }: Props) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const [key, setKey] = useState(pressKey);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<unknown>(null);
  if (!open) return <QuietAction label="Answer" tight onPress={() => setOpen(true)} />;
  const send = async () => {
    setBusy(true);
    const answer = await onSend({ text, key });
    setBusy(false);
    setError(answer.error ?? null);
    if (answer.error) return;
    setOpen(false);
    setText("");
    setKey(pressKey());
  };
  return (
    <View style={{ gap: 8 }}>
      <TextField label="Your answer" multiline value={text} onChangeText={setText} autoFocus />
      {error ? <Notice {...explain(error)} /> : null}
      <View style={{ flexDirection: "row", gap: 10 }}>
        <PrimaryAction
          label="Send the answer"
          onPress={send}
          busy={busy}
          disabled={text.trim() === ""}
        />
        <QuietAction label="Not now" onPress={() => setOpen(false)} />
      </View>
    </View>
  );
}
