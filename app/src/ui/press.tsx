/** Something one can press: Paper's own touchable, at least a thumb's size, with a focus one sees. */
import { type ComponentProps, type ReactNode, useState } from "react";
import type { StyleProp, ViewStyle } from "react-native";
import { TouchableRipple } from "react-native-paper";
import { usePalette } from "./theme";

interface Props extends Omit<ComponentProps<typeof TouchableRipple>, "style" | "children"> {
  children: ReactNode;
  style?: StyleProp<ViewStyle>;
}

export function Press({ children, style, ...rest }: Props) {
  const { dusk, lilac } = usePalette();
  const [focused, setFocused] = useState(false);
  return (
    <TouchableRipple
      role="button"
      {...rest}
      onFocus={() => setFocused(true)}
      onBlur={() => setFocused(false)}
      style={({ pressed, hovered }: { pressed: boolean; hovered?: boolean }) => [
        { minHeight: 44, borderRadius: 6 },
        style,
        (pressed || hovered) && { backgroundColor: lilac },
        { outlineColor: dusk, outlineStyle: "solid", outlineWidth: focused ? 2 : 0 },
      ]}
    >
      {/* biome-ignore lint/complexity/noUselessFragments: it takes one child, and only one */}
      <>{children}</>
    </TouchableRipple>
  );
}
