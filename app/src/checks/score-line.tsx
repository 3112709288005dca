/** A score as the product draws everything: a horizon from nothing to all, the mark that passes, and the sun where one stands. */
import { useState } from "react";
import { View } from "react-native";
import Svg, { Circle, Line, Path, Text as SvgText } from "react-native-svg";
import { TEXT_BOLD } from "../ui/fonts";
import { usePalette } from "../ui/theme";
import { sayPercent } from "./say-rules";

interface Props {
  /** 0 to 1. */
  score: number;
  /** In percent. */
  passMark: number;
  passed: boolean;
}

const HEIGHT = 92;
const GROUND = 58;
const EDGE = 22;

export function ScoreLine({ score, passMark, passed }: Props) {
  const { apricot, apricotLine, dusk, ink, leaf, line, quiet } = usePalette();
  const [width, setWidth] = useState(320);
  const at = (share: number) => EDGE + share * (width - 2 * EDGE);
  const x = at(Math.min(1, score));
  const mark = at(passMark / 100);
  const y = passed ? GROUND - 20 : GROUND + 4;
  return (
    <View
      role="img"
      aria-label={`${sayPercent(score)}, ${passed ? "passed" : "not passed"}; ${passMark} % pass`}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
    >
      <Svg width={width} height={HEIGHT}>
        {passed ? null : <Sun x={x} y={y} fill="none" stroke={dusk} />}
        <Path d={`M0 ${GROUND}H${width}V${HEIGHT}H0Z`} fill={line} opacity={0.35} />
        <Line x1={0} x2={width} y1={GROUND} y2={GROUND} stroke={ink} strokeWidth={2} />
        <Line
          x1={mark}
          x2={mark}
          y1={GROUND - 34}
          y2={GROUND + 8}
          stroke={leaf}
          strokeWidth={2}
          strokeDasharray="3 3"
        />
        {passed ? <Sun x={x} y={y} fill={apricot} stroke={apricotLine} /> : null}
        <SvgText
          x={Math.min(width - 60, Math.max(60, mark))}
          y={GROUND + 26}
          fill={quiet}
          fontSize={13}
          textAnchor="middle"
          fontFamily={TEXT_BOLD}
        >
          {`${passMark} % pass`}
        </SvgText>
      </Svg>
    </View>
  );
}

function Sun({ x, y, fill, stroke }: { x: number; y: number; fill: string; stroke: string }) {
  return <Circle cx={x} cy={y} r={14} fill={fill} stroke={stroke} strokeWidth={2} />;
}
