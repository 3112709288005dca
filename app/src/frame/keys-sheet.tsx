/** The keys of the present screen, for whoever asks with `?`; letters alone can be turned off. */
import { useState } from "react";
import { View } from "react-native";
import { offeredNow, setSingleKeys, singleKeys } from "../ui/offers";
import { Sheet } from "../ui/sheet";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";

interface Props {
  /** There is a command box for whoever looks. */
  box: boolean;
  onClose(): void;
}

export function KeysSheet({ box, onClose }: Props) {
  // As it was when one asked: behind the sheet nothing changes.
  const [keys] = useState(() => [
    ...offeredNow().flatMap(({ letter, says }) => (letter ? [[letter, says] as const] : [])),
    ...(box ? [["Ctrl K", "go anywhere, do what this screen offers"] as const] : []),
    ["?", "this list"] as const,
  ]);
  const [single, setSingle] = useState(singleKeys);
  return (
    <Sheet title="Keys" onClose={onClose}>
      <View role="list" style={{ gap: 10 }}>
        {keys.map(([key, says]) => (
          <View
            key={`${key} ${says}`}
            role="listitem"
            style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 16, rowGap: 2 }}
          >
            <Text kind="strong" style={{ minWidth: 130 }}>
              {key}
            </Text>
            <Text style={{ flexShrink: 1, flexGrow: 1, flexBasis: 200 }}>{says}</Text>
          </View>
        ))}
      </View>
      <Switched
        label="Letters alone do something"
        says="On this device. Turn it off where you speak to it, or press keys by accident."
        on={single}
        onChange={(on) => {
          setSingleKeys(on);
          setSingle(on);
        }}
      />
    </Sheet>
  );
}
