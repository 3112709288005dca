/** A gift: for whom, with which words, on which day they are told. */
import { useState } from "react";
import { View } from "react-native";
import { DayChoice } from "../ui/day-choice";
import { FaultText } from "../ui/fault-text";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { TickBox } from "../ui/tick-box";

export interface SaidGift {
  name: string;
  email: string;
  says: string;
  /** Null: once it is paid. */
  on: string | null;
}

export const NO_GIFT: SaidGift = { name: "", email: "", says: "", on: null };

interface Props {
  gift: SaidGift | null;
  /** What was refused, by its path. */
  faults: Readonly<Record<string, string>>;
  onGift(gift: SaidGift | null): void;
}

const IT_IS = "It is a gift for somebody else";

export function GiftFields({ gift, faults, onGift }: Props) {
  const { quiet } = usePalette();
  const [today] = useState(() => new Date().toISOString().slice(0, 10));
  return (
    <View style={{ gap: 12 }}>
      <View style={{ flexDirection: "row", gap: 6, alignItems: "flex-start" }}>
        <TickBox
          label={IT_IS}
          checked={gift !== null}
          onChange={(on) => onGift(on ? NO_GIFT : null)}
        />
        <Text style={{ flex: 1, paddingTop: 8 }}>{IT_IS}</Text>
      </View>
      {gift === null ? null : (
        <View role="group" aria-label="The gift" style={{ gap: 12 }}>
          <TextField
            label="For whom"
            value={gift.name}
            maxLength={200}
            onChangeText={(name) => onGift({ ...gift, name })}
          />
          <FaultText>{faults["gift.name"]}</FaultText>
          <TextField
            label="Their mail address"
            value={gift.email}
            inputMode="email"
            autoCapitalize="none"
            onChangeText={(email) => onGift({ ...gift, email })}
          />
          <FaultText>{faults["gift.email"]}</FaultText>
          <TextField
            label="A word from you"
            value={gift.says}
            maxLength={1000}
            multiline
            onChangeText={(says) => onGift({ ...gift, says })}
            style={{ minHeight: 90 }}
          />
          <View style={{ flexDirection: "row", gap: 6, alignItems: "flex-start" }}>
            <TickBox
              label="They are told on a day I choose"
              checked={gift.on !== null}
              onChange={(later) => onGift({ ...gift, on: later ? today : null })}
            />
            <Text style={{ flex: 1, paddingTop: 8 }}>They are told on a day I choose</Text>
          </View>
          {gift.on === null ? null : (
            <DayChoice label="Told on" value={gift.on} onChange={(on) => onGift({ ...gift, on })} />
          )}
          <FaultText>{faults["gift.on"]}</FaultText>
          <Text kind="small" color={quiet}>
            {gift.on === null
              ? "They are told as soon as it is paid."
              : "They are told in the morning of that day."}{" "}
            Their days count from then. You can see how it stands, and give it to somebody else
            before they begin, by the link in your receipt.
          </Text>
        </View>
      )}
    </View>
  );
}
