/** When somebody is told of a module or a lesson by mail, and of what. */
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import type { Zone } from "@dawngate/core/time";
import { View } from "react-native";
import { Text } from "../../ui/text";
import type { Mail } from "../use-mails";

export function Mailed({ mails, zone }: { mails: readonly Mail[]; zone: Zone }) {
  if (mails.length === 0) return null;
  return (
    <View style={{ gap: 2 }}>
      <Text kind="strong">Told by mail</Text>
      {mails.map(({ at, subject }) => (
        <Text key={`${at} ${subject}`} kind="small">
          {`${sayWrittenInstant(at, zone, false)}: ${subject}`}
        </Text>
      ))}
    </View>
  );
}
