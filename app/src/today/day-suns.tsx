/** Openings a day as suns along a line: the more open, the higher the sun; the day one looks at is full. */

import type { Today } from "@dawngate/contract/today";
import { sayDate } from "@dawngate/core/schedule/words";
import { formatDate, parseDate } from "@dawngate/core/time";
import { View } from "react-native";
import Svg, { Line, Path } from "react-native-svg";
import { Hidden } from "../ui/hidden";
import { useWide } from "../ui/layout";
import { Press } from "../ui/press";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

const HEIGHT = 74;

interface Props {
  days: Today["days"];
  today: string;
  shown: string;
  onShow(day: string): void;
}

export function DaySuns({ days, today, shown, onShow }: Props) {
  const { frame, onFrame, onFrameQuiet, frameMark } = usePalette();
  const wide = useWide();
  const most = Math.max(1, ...days.map(({ openings }) => openings));
  // A phone has room for a week.
  const seen = wide ? days : days.slice(2);
  return (
    <View
      style={{ backgroundColor: frame, borderRadius: wide ? 16 : 0, padding: 16, paddingBottom: 8 }}
    >
      <Text kind="small" color={onFrameQuiet}>
        openings a day, all courses
      </Text>
      <View role="group" aria-label="Openings a day" style={{ flexDirection: "row" }}>
        {seen.map(({ day, openings }) => {
          const r = openings === 0 ? 0 : 8 + 22 * Math.sqrt(openings / most);
          const isShown = day === shown;
          return (
            <Press
              key={day}
              aria-pressed={isShown}
              onPress={() => onShow(day)}
              style={{ flex: 1, alignItems: "center", paddingVertical: 4 }}
            >
              <Hidden>
                {`${sayDay(day, today)}: ${openings === 1 ? "one opening" : `${openings} openings`}`}
              </Hidden>
              <Text kind="small" color={onFrame} aria-hidden>
                {openings === 0 ? " " : openings}
              </Text>
              <Svg width="100%" height={HEIGHT / 2} viewBox="0 0 64 37" aria-hidden>
                {r > 0 ? (
                  <Path
                    d={`M${32 - r} 35a${r} ${r} 0 0 1 ${2 * r} 0z`}
                    fill={day === today ? frameMark : day < today ? onFrameQuiet : frame}
                    fillOpacity={day < today ? 0.45 : 1}
                    stroke={onFrame}
                    strokeWidth={1.4}
                  />
                ) : null}
                <Line
                  x1={-200}
                  x2={264}
                  y1={35.5}
                  y2={35.5}
                  stroke={onFrameQuiet}
                  strokeWidth={1.4}
                />
              </Svg>
              <Text
                aria-hidden
                kind={isShown ? "smallStrong" : "small"}
                color={isShown ? onFrame : onFrameQuiet}
              >
                {day === today ? "Today" : shortDay(day)}
              </Text>
              <View
                style={{
                  height: 3,
                  width: 28,
                  marginTop: 2,
                  backgroundColor: isShown ? frameMark : "transparent",
                }}
              />
            </Press>
          );
        })}
      </View>
    </View>
  );
}

const dateOf = (day: string) => {
  const parsed = parseDate(day);
  return parsed.ok ? parsed.value : null;
};

/** "Mon 23". */
function shortDay(day: string): string {
  const date = dateOf(day);
  return date === null ? day : sayDate(date, false).split(" ").slice(0, 2).join(" ");
}

/** "Today", "Mon 23 Nov". */
export function sayDay(day: string, today: string): string {
  const date = dateOf(day);
  if (day === today || date === null) return "Today";
  return sayDate(date, formatDate(date).slice(0, 4) !== today.slice(0, 4));
}
