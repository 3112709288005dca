/** What one is called, in every school one belongs to. */
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { useRenameMutation } from "./api";

export function OwnName({ name, email }: { name: string; email: string }) {
  const [typed, setTyped] = useState<string | null>(null);
  const [rename, { error, isLoading }] = useRenameMutation();
  const { quiet } = usePalette();
  const wanted = (typed ?? "").trim();
  const keep = async () => {
    if (wanted === "" || wanted === name) return setTyped(null);
    if ("data" in (await rename({ body: { name: wanted } }))) setTyped(null);
  };
  return (
    <View style={{ gap: 10 }}>
      {typed === null ? (
        <View style={{ flexDirection: "row", flexWrap: "wrap", alignItems: "center", gap: 16 }}>
          <View>
            <Text kind="strong">{name}</Text>
            <Text color={quiet}>{email}</Text>
          </View>
          <QuietAction label="Change my name" onPress={() => setTyped(name)} />
        </View>
      ) : (
        <>
          {error ? <Notice {...explain(error)} /> : null}
          <TextField
            autoFocus
            label="My name"
            value={typed}
            maxLength={200}
            autoComplete="name"
            onChangeText={setTyped}
            onSubmitEditing={keep}
          />
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
            <QuietAction label="Keep it" onPress={keep} busy={isLoading} />
            <QuietAction label="Leave it as it was" onPress={() => setTyped(null)} />
          </View>
        </>
      )}
    </View>
  );
}
