/** Whom it is for, what they need beforehand, and what is to be read before enrolling: as the card says. */
import { View } from "react-native";
import { Text } from "../../ui/text";
import { type Drawn, READABLE } from "./block";

export const Audience: Drawn<"audience"> = ({ shown: { card } }) => {
  const parts = [
    ["Whom it is for", card.audience],
    ["What you need beforehand", card.needs],
    ["Before you enroll", card.note],
  ].filter(([, text]) => text);
  if (parts.length === 0) return null;
  return (
    <View style={{ gap: 16, maxWidth: READABLE }}>
      {parts.map(([title, text]) => (
        <View key={title} style={{ gap: 2 }}>
          <Text kind="strong">{title}</Text>
          <Text>{text}</Text>
        </View>
      ))}
    </View>
  );
};
