/** What an answer is held to: how long a text, between which numbers, between which days; empty: no limit. */
import { type FieldCheck, type FieldKind, LONGEST_TEXT } from "@dawngate/core/people/field";
import { useState } from "react";
import { View } from "react-native";
import { FaultText } from "../../ui/fault-text";
import { DateField } from "../../ui/moment-fields";
import { TextField } from "../../ui/text-field";

interface Props {
  kind: FieldKind;
  check: FieldCheck;
  faults: Record<string, string>;
  onChange(check: FieldCheck): void;
}

export function CheckFields({ kind, check, faults, onChange }: Props) {
  if (kind === "choice" || kind === "several") return null;
  const limits =
    kind === "text"
      ? ([["longest", `At most so many signs, up to ${LONGEST_TEXT}`]] as const)
      : kind === "number"
        ? ([
            ["least", "At least"],
            ["most", "At most"],
          ] as const)
        : ([
            ["from", "Not before"],
            ["to", "Not after"],
          ] as const);
  return (
    <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
      {limits.map(([name, label]) => (
        <View key={name} style={{ gap: 4 }}>
          {name === "from" || name === "to" ? (
            <DateField
              label={label}
              value={check[name] ?? ""}
              onChange={(day) => onChange({ ...check, [name]: day === "" ? null : day })}
            />
          ) : (
            <Limit
              label={label}
              value={check[name]}
              onChange={(value) => onChange({ ...check, [name]: value })}
            />
          )}
          <FaultText>{faults[`check.${name}`]}</FaultText>
        </View>
      ))}
    </View>
  );
}

/** A number, or none. */
function Limit({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number | null;
  onChange(value: number | null): void;
}) {
  const [typed, setTyped] = useState(value === null ? "" : String(value));
  const plain = typed.trim().replace(",", ".");
  const fits = plain === "" || /^-?\d{1,12}(\.\d{1,6})?$/.test(plain);
  return (
    <TextField
      label={label}
      inputMode="decimal"
      value={typed}
      error={!fits}
      maxLength={20}
      onChangeText={(next) => {
        setTyped(next);
        const number = next.trim().replace(",", ".");
        if (number === "") onChange(null);
        else if (/^-?\d{1,12}(\.\d{1,6})?$/.test(number)) onChange(Number(number));
      }}
      style={{ width: 240 }}
    />
  );
}
