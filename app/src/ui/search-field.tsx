/** A field one finds something by. */
import { useRef } from "react";
import { View } from "react-native";
import { Searchbar } from "react-native-paper";
import { useReach } from "./layout";
import { useMended } from "./mended";
import { useOffers } from "./offers";
import { usePalette } from "./theme";

interface Props {
  /** What is looked for: "Find a course". */
  label: string;
  value: string;
  onChange(value: string): void;
  width?: number;
}

export function SearchField({ label, value, onChange, width = 420 }: Props) {
  const { surface, line, quiet } = usePalette();
  const root = useRef<View>(null);
  const height = useReach() + 4;
  useOffers([
    {
      says: label,
      letter: "/",
      run: () => (root.current as unknown as HTMLElement | null)?.querySelector("input")?.focus(),
    },
  ]);
  // The glass is a picture, not a button, and nothing is cleared where nothing stands.
  useMended(root, "[data-testid=search-bar-icon]", {
    "aria-hidden": "true",
    role: null,
    tabindex: "-1",
  });
  useMended(root, "[data-testid=search-bar-clear-icon]", {
    "aria-hidden": value === "" ? "true" : null,
    tabindex: value === "" ? "-1" : "0",
  });
  return (
    <View ref={root} style={{ maxWidth: width, width: "100%" }}>
      <Searchbar
        icon="magnify"
        clearIcon="close"
        placeholder={label}
        placeholderTextColor={quiet}
        accessibilityLabel={label}
        role="searchbox"
        clearAccessibilityLabel="Clear"
        value={value}
        onChangeText={onChange}
        inputStyle={{ minHeight: height - 2, paddingLeft: 0 }}
        style={{
          height,
          backgroundColor: surface,
          borderWidth: 1,
          borderColor: line,
          borderRadius: 10,
        }}
      />
    </View>
  );
}
