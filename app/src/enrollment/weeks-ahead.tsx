/** The weeks to come as suns along a line: the more happens in one, the higher its sun. */
import { sayShortDate } from "@dawngate/core/schedule/words";
import { addDays, type Instant, localDateAt, type Zone } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import Svg, { Line, Path, Text as SvgText } from "react-native-svg";
import { TEXT } from "../ui/fonts";
import { usePalette } from "../ui/theme";
import { dayOf, type MyDate } from "./by-day";

const WEEKS = 6;
const HEIGHT = 62;
const GROUND = 36;

/** How much happens in each of the weeks from today on. */
export function perWeek(dates: readonly MyDate[], zone: Zone, now: Instant): number[] {
  const today = localDateAt(zone, now);
  const weeks = Array.from({ length: WEEKS }, () => 0);
  for (const date of dates) {
    const week = Math.floor((dayOf(date, zone).day - today) / 7);
    if (week >= 0 && week < WEEKS) weeks[week] = (weeks[week] ?? 0) + 1;
  }
  return weeks;
}

export function WeeksAhead({
  dates,
  zone,
  now,
}: {
  dates: readonly MyDate[];
  zone: Zone;
  now: Instant;
}) {
  const [width, setWidth] = useState(0);
  const { onFrame, onFrameQuiet, frame, frameMark } = usePalette();
  const weeks = perWeek(dates, zone, now);
  const most = Math.max(1, ...weeks);
  const today = localDateAt(zone, now);
  const step = (width - 24) / WEEKS;
  const first = weeks.findIndex((number) => number > 0);
  return (
    <View
      role="img"
      aria-label={`The next ${WEEKS} weeks: ${weeks.join(", ")} dates`}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      style={{ height: HEIGHT }}
    >
      {width > 0 ? (
        <Svg width={width} height={HEIGHT} aria-hidden>
          <Line x1={0} x2={width} y1={GROUND} y2={GROUND} stroke={onFrameQuiet} strokeWidth={1.5} />
          <Line x1={4} x2={4} y1={10} y2={GROUND + 4} stroke={onFrame} strokeWidth={2.5} />
          {weeks.map((number, week) => {
            const x = 24 + step * (week + 0.5);
            const r = Math.min(step / 2.4, 7 + 9 * Math.sqrt(number / most));
            const day = sayShortDate(addDays(today, week * 7));
            return [
              number > 0 ? (
                <Path
                  key={day}
                  d={`M${x - r} ${GROUND}a${r} ${r} 0 0 1 ${2 * r} 0z`}
                  fill={week === first ? frameMark : frame}
                  stroke={onFrame}
                  strokeWidth={1.5}
                />
              ) : null,
              <SvgText
                key={`${day} label`}
                x={x}
                y={HEIGHT - 6}
                fill={onFrame}
                fontSize={12}
                fontFamily={TEXT}
                textAnchor="middle"
              >
                {day}
              </SvgText>,
            ];
          })}
        </Svg>
      ) : null}
    </View>
  );
}
