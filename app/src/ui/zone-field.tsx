/** A time zone, found by typing a part of its name. */
import { sayZone } from "@dawngate/core/schedule/words";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { Press } from "./press";
import { Text } from "./text";
import { TextField } from "./text-field";
import { usePalette } from "./theme";

const MOST = 8;

export function ZoneField({ value, onChange }: { value: string; onChange(zone: string): void }) {
  const { quiet } = usePalette();
  const [typed, setTyped] = useState<string | null>(null);
  const zones = useMemo(() => [...Intl.supportedValuesOf("timeZone"), "UTC"], []);
  const wanted = (typed ?? "").trim().toLowerCase().replaceAll(" ", "_");
  const found = wanted === "" ? [] : zones.filter((zone) => zone.toLowerCase().includes(wanted));
  return (
    <View style={{ gap: 4 }}>
      <TextField
        label="Time zone"
        value={typed ?? sayZone(value)}
        onFocus={() => setTyped("")}
        onBlur={() => wanted === "" && setTyped(null)}
        onChangeText={setTyped}
        placeholder={sayZone(value)}
        autoCorrect={false}
      />
      {found.slice(0, MOST).map((zone) => (
        <Press
          key={zone}
          onPress={() => {
            onChange(zone);
            setTyped(null);
          }}
          style={{ paddingHorizontal: 12, justifyContent: "center" }}
        >
          <Text>
            {sayZone(zone)} <Text color={quiet}>{zone}</Text>
          </Text>
        </Press>
      ))}
      {wanted !== "" && found.length === 0 && (
        <Text kind="small" color={quiet}>
          No zone is called that; try the nearest large city.
        </Text>
      )}
      {found.length > MOST && (
        <Text kind="small" color={quiet}>
          and {found.length - MOST} more; type on
        </Text>
      )}
    </View>
  );
}
