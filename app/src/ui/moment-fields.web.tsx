/** A date and a time of day: the browser's own fields, which every phone and every screen reader knows. */
import { type CSSProperties, useId } from "react";
import { View } from "react-native";
import { TEXT } from "./fonts";
import type { FieldProps } from "./moment-fields";
import { Text } from "./text";
import { usePalette } from "./theme";

export function DateField(props: FieldProps) {
  return <BrowserField {...props} type="date" />;
}

export function TimeField(props: FieldProps) {
  return <BrowserField {...props} type="time" />;
}

function BrowserField({ label, value, onChange, type }: FieldProps & { type: "date" | "time" }) {
  const palette = usePalette();
  const id = useId();
  const style: CSSProperties = {
    height: 46,
    boxSizing: "border-box",
    padding: "0 12px",
    font: `16px ${TEXT}, sans-serif`,
    color: palette.ink,
    background: palette.surface,
    border: `1px solid ${palette.quiet}`,
    borderRadius: 6,
    colorScheme: palette.dark ? "dark" : "light",
    width: "100%",
  };
  return (
    <View style={{ flex: 1, minWidth: type === "date" ? 160 : 110, gap: 4 }}>
      <label htmlFor={id}>
        <Text kind="small" color={palette.quiet}>
          {label}
        </Text>
      </label>
      <input
        id={id}
        type={type}
        value={value}
        style={style}
        // While a date is being typed the field says nothing; what stood there stays.
        onChange={(event) => event.target.value !== "" && onChange(event.target.value)}
      />
    </View>
  );
}
