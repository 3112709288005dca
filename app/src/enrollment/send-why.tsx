/** Sends the why of an item to the person it is about: people are told, so it is asked once more. */
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { useSendWhyMutation } from "./api";

interface Props {
  school: string;
  course: string;
  enrollment: string;
  item: string;
}

export function SendWhy({ item, ...place }: Props) {
  const [asked, setAsked] = useState(false);
  const [send, { error, isLoading, isSuccess }] = useSendWhyMutation();
  if (isSuccess)
    return (
      <Text kind="small" role="status">
        Sent, in the words above.
      </Text>
    );
  return (
    <View style={{ gap: 8 }}>
      {error ? <Notice {...explain(error)} /> : null}
      {asked ? (
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
          <PrimaryAction
            label="Send it by mail"
            busy={isLoading}
            onPress={() => send({ ...place, body: { item } })}
          />
          <QuietAction label="Not now" onPress={() => setAsked(false)} />
        </View>
      ) : (
        <QuietAction label="Send this why to them …" onPress={() => setAsked(true)} />
      )}
    </View>
  );
}
