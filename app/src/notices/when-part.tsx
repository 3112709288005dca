/** How many days before or after: those there are, each taken out by a press, and one more. */
import type { NoticeKind } from "@dawngate/contract/notices";
import { parseOffset } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { NumberField } from "../ui/number-field";
import { Options } from "../ui/options";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { sayWhen } from "./say-kind";

interface Props {
  side: NoticeKind["side"];
  offsets: readonly string[];
  onOffsets(offsets: string[]): void;
}

/** In days, before first; a month counts as thirty: for the order alone. */
function inDays(offset: string): number {
  const parsed = parseOffset(offset);
  if (!parsed.ok || parsed.value.kind !== "date") return 0;
  return parsed.value.months * 30 + parsed.value.days;
}

export function WhenPart({ side, offsets, onOffsets }: Props) {
  const { quiet } = usePalette();
  const [days, setDays] = useState(3);
  const [after, setAfter] = useState(side === "after");
  const next = `${after ? "" : "-"}P${days}D`;
  const sorted = [...offsets].sort((a, b) => inDays(a) - inDays(b));
  return (
    <View style={{ gap: 10 }}>
      {sorted.length === 0 ? (
        <Text color={quiet}>On no day: it does not go out.</Text>
      ) : (
        <Choices label="When it goes out; a press takes one out" many>
          {sorted.map((offset) => (
            <Choice
              key={offset}
              label={`${sayWhen(offset)}  ×`}
              onPress={() => onOffsets(sorted.filter((one) => one !== offset))}
            />
          ))}
        </Choices>
      )}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, alignItems: "center" }}>
        <NumberField
          label="Days"
          width={110}
          value={days}
          least={after && side !== "both" ? 1 : 0}
          most={365}
          onChange={setDays}
        />
        {side === "both" ? (
          <Options
            label="Before or after"
            options={[
              { value: "before", label: "before" },
              { value: "after", label: "after" },
            ]}
            value={after ? "after" : "before"}
            onChange={(value) => setAfter(value === "after")}
          />
        ) : (
          <Text>{side === "after" ? "after" : "before"}</Text>
        )}
        <QuietAction
          label="Add"
          says="Add this day"
          disabled={offsets.includes(next) || offsets.length >= 12}
          onPress={() => onOffsets([...offsets, next])}
        />
      </View>
    </View>
  );
}
