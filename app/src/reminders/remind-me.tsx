/** Before a window opens: an address left here is written to when it does. */
import type { Door } from "@dawngate/contract/reminders";
import { useState } from "react";
import { View } from "react-native";
import { useGetMeQuery } from "../school/api";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { useAskReminderMutation } from "./api";

export function RemindMe({ school, door }: { school: string; door: Door }) {
  const { quiet } = usePalette();
  const { data: me } = useGetMeQuery();
  const [ask, { data, error, isLoading }] = useAskReminderMutation();
  const [open, setOpen] = useState(false);
  const [email, setEmail] = useState("");
  const own = me?.account?.email ?? null;
  if (data)
    return (
      <Text role="status">
        {data.confirmed
          ? `You are told by mail at ${own}, in the morning of that day.`
          : `A mail is on its way to ${email}: press what stands in it, and you are told.`}
      </Text>
    );
  const send = () => ask({ school, body: { door, ...(own === null && { email: email.trim() }) } });
  return (
    <View style={{ gap: 8 }}>
      {error ? <Notice {...explain(error)} /> : null}
      {open && own === null ? (
        <TextField
          label="Your mail address"
          value={email}
          maxLength={200}
          inputMode="email"
          autoComplete="email"
          autoCapitalize="none"
          onChangeText={setEmail}
          onSubmitEditing={send}
        />
      ) : null}
      <QuietAction
        label="Remind me when it opens"
        busy={isLoading}
        disabled={open && own === null && !email.includes("@")}
        onPress={() => (own === null && !open ? setOpen(true) : send())}
      />
      {open && own === null ? (
        <Text kind="small" color={quiet}>
          For this one mail alone; then your address is forgotten.
        </Text>
      ) : null}
    </View>
  );
}
