/** A letter as it is read elsewhere: on a phone or a wide screen, in light or in the dark, from a day on. */
import type { LetterShown } from "@dawngate/contract/notices";
import { formatInstant, parseDate, startOfDay, type Zone } from "@dawngate/core/time";
import { useState } from "react";
import { useColorScheme, View } from "react-native";
import { DateField } from "../ui/moment-fields";
import { Options } from "../ui/options";
import { Themed } from "../ui/theme";
import { LetterView } from "./letter-view";

type Size = "phone" | "wide";
type Light = "light" | "dark";

const SIZES: readonly { value: Size; label: string }[] = [
  { value: "phone", label: "Phone" },
  { value: "wide", label: "Wide" },
];
const LIGHTS: readonly { value: Light; label: string }[] = [
  { value: "light", label: "Light" },
  { value: "dark", label: "Dark" },
];

/** How wide a letter is read. */
const WIDTH: Record<Size, number> = { phone: 360, wide: 600 };
/** What stands around a piece in a light of its own. */
const AROUND = 16;

interface Props {
  letter: LetterShown;
  school: string;
  person: string;
}

export function Preview(props: Props) {
  const own = useColorScheme() === "dark" ? "dark" : "light";
  const [size, setSize] = useState<Size>("phone");
  const [light, setLight] = useState<Light>(own);
  return (
    <View style={{ gap: 10 }}>
      <View style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 18, rowGap: 8 }}>
        <Options<Size>
          label="How wide it is read"
          options={SIZES}
          value={size}
          onChange={setSize}
        />
        <Options<Light>
          label="In which light it is read"
          options={LIGHTS}
          value={light}
          onChange={setLight}
        />
      </View>
      <View style={{ maxWidth: WIDTH[size] + 2 * AROUND }}>
        <Themed dark={light === "dark"}>
          <LetterView {...props} width={WIDTH[size]} />
        </Themed>
      </View>
    </View>
  );
}

/** From which day on it would go out to them; null: from now on. */
export function FromDay({ day, onDay }: { day: string | null; onDay(day: string | null): void }) {
  return (
    <View style={{ maxWidth: 240 }}>
      <DateField
        label="From this day on"
        value={day ?? ""}
        onChange={(next) => onDay(next === "" ? null : next)}
      />
    </View>
  );
}

/** The begin of a day, in writing; nothing where there is none. */
export function fromOf(day: string | null, zone: Zone): { from?: string } {
  const date = day === null ? null : parseDate(day);
  return date?.ok ? { from: formatInstant(startOfDay(zone, date.value)) } : {};
}
