/** The cover of a course, drawn from its title in our own style. For the eye only. */
import { View } from "react-native";
import Svg, { Circle, Line, Path, Rect } from "react-native-svg";
import { usePalette } from "../ui/theme";
import { COVER, coverOf } from "./cover-shape";

interface Props {
  title: string;
  /** The school's own color: the sun's. */
  color: string;
}

export function Cover({ title, color }: Props) {
  const { morning, apricot, apricotLine, night, dark } = usePalette();
  const { sun, bars, horizon } = coverOf(title);
  return (
    <View
      style={{
        width: "100%",
        maxWidth: 520,
        aspectRatio: COVER.width / COVER.height,
        borderRadius: 10,
        overflow: "hidden",
      }}
    >
      <Svg width="100%" height="100%" viewBox={`0 0 ${COVER.width} ${COVER.height}`} aria-hidden>
        <Rect width={COVER.width} height={COVER.height} fill={morning} />
        <Circle cx={sun.x} cy={sun.y} r={sun.r} fill={color} />
        {bars.map(({ x, width, height }) => (
          <Path
            key={x}
            d={`M${x} ${horizon} L${x + 2} ${horizon - height} H${x + width} V${horizon} Z`}
            fill={apricot}
            stroke={apricotLine}
            strokeWidth={0.4}
          />
        ))}
        <Rect
          y={horizon}
          width={COVER.width}
          height={COVER.height - horizon}
          fill={dark ? "#120F22" : night}
        />
        <Line
          x1={0}
          x2={COVER.width}
          y1={horizon}
          y2={horizon}
          stroke={apricotLine}
          strokeWidth={0.8}
        />
      </Svg>
    </View>
  );
}
