/** Text in one scale. Figures are tabular, so that dates line up. */
import { Text as NativeText, type TextProps, type TextStyle } from "react-native";
import { HEADING, HEADING_BOLD, TEXT, TEXT_BOLD } from "./fonts";
import { usePalette } from "./theme";

const KINDS = {
  title: { fontFamily: HEADING_BOLD, fontSize: 28, lineHeight: 34 },
  heading: { fontFamily: HEADING_BOLD, fontSize: 20, lineHeight: 26 },
  name: { fontFamily: HEADING, fontSize: 16, lineHeight: 22 },
  body: { fontFamily: TEXT, fontSize: 16, lineHeight: 24 },
  strong: { fontFamily: TEXT_BOLD, fontSize: 16, lineHeight: 24 },
  small: { fontFamily: TEXT, fontSize: 14, lineHeight: 20 },
  tiny: { fontFamily: TEXT, fontSize: 13, lineHeight: 17 },
  tinyStrong: { fontFamily: TEXT_BOLD, fontSize: 13, lineHeight: 17 },
  smallStrong: { fontFamily: TEXT_BOLD, fontSize: 14, lineHeight: 20 },
} as const satisfies Record<string, TextStyle>;

export type TextKind = keyof typeof KINDS;

interface Props extends TextProps {
  kind?: TextKind;
  color?: string;
  /** Makes it a heading of this level. */
  level?: 1 | 2 | 3;
}

export function Text({ kind = "body", color, level, style, ...rest }: Props) {
  const { ink } = usePalette();
  const heading = level ? { role: "heading" as const, "aria-level": level } : {};
  return (
    <NativeText
      {...heading}
      {...rest}
      style={[KINDS[kind], { color: color ?? ink, fontVariant: ["tabular-nums"] }, style]}
    />
  );
}
