/** Something one can press: at least a thumb's size, with a visible focus. */
import { type ReactNode, useState } from "react";
import { Pressable, type PressableProps, type StyleProp, type ViewStyle } from "react-native";
import { usePalette } from "./theme";

interface Props extends Omit<PressableProps, "style" | "children"> {
  children: ReactNode;
  style?: StyleProp<ViewStyle>;
}

export function Press({ children, style, ...rest }: Props) {
  const { dusk, lilac } = usePalette();
  const [focused, setFocused] = useState(false);
  return (
    <Pressable
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
      {children}
    </Pressable>
  );
}
