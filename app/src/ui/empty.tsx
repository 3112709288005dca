/** What stands where nothing is yet: a horizon before sunrise, what goes here, and the first step. */
import type { ReactNode } from "react";
import { View } from "react-native";
import Svg, { Circle, Line, Path } from "react-native-svg";
import { Text } from "./text";
import { usePalette } from "./theme";

interface Props {
  title: string;
  says: string;
  /** The first step. */
  children?: ReactNode;
}

export function Empty({ title, says, children }: Props) {
  const { apricot, apricotLine, dusk, quiet } = usePalette();
  return (
    <View style={{ alignItems: "center", gap: 8, paddingVertical: 28 }}>
      <Svg width={160} height={64} viewBox="0 0 160 64" aria-hidden>
        <Path d="M56 44a24 24 0 0 1 48 0z" fill={apricot} stroke={apricotLine} strokeWidth={1.6} />
        <Line x1={4} x2={156} y1={44} y2={44} stroke={dusk} strokeWidth={2} />
        <Circle cx={34} cy={54} r={3} fill={dusk} />
        <Circle cx={80} cy={54} r={3} fill={dusk} />
        <Circle cx={126} cy={54} r={3} fill={dusk} />
      </Svg>
      <Text kind="name" level={2} style={{ textAlign: "center" }}>
        {title}
      </Text>
      <Text color={quiet} style={{ textAlign: "center", maxWidth: 420 }}>
        {says}
      </Text>
      {children}
    </View>
  );
}
