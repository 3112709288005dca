/** How far cohorts are, week by week from their first day: a line each, and the same as a table for whoever hears it. */
import type { ComparedCohort } from "@dawngate/contract/compare";
import { View } from "react-native";
import Svg, { Circle, Line, Path } from "react-native-svg";
import { Hidden } from "../../ui/hidden";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

interface Props {
  cohorts: readonly ComparedCohort[];
  width: number;
}

const HEIGHT = 190;
const LEFT = 40;
const FOOT = 24;
/** Lines are told apart without their color too. */
const DASHES = ["", "6 4", "2 4", "10 4 2 4", "1 6", "12 6"];

export function ProgressChart({ cohorts, width }: Props) {
  const { line, quiet, dusk, ember, leaf, coral, apricotLine, ink } = usePalette();
  const colors = [dusk, ember, leaf, apricotLine, coral, ink];
  const drawn = cohorts.filter(({ weeks }) => weeks.length > 0);
  if (drawn.length === 0)
    return (
      <Text kind="small" color={quiet}>
        Nobody has done a lesson yet: there is no line to draw.
      </Text>
    );
  const longest = Math.max(2, ...drawn.map(({ weeks }) => weeks.length));
  const x = (week: number) => LEFT + ((week + 1) / longest) * (width - LEFT - 12);
  const y = (share: number) => 8 + (1 - share) * (HEIGHT - FOOT - 8);
  return (
    <View style={{ gap: 8 }}>
      <View role="img" aria-label="How much is done on average, week by week from the first day">
        <Svg width={width} height={HEIGHT}>
          {[0, 0.5, 1].map((share) => (
            <Line
              key={share}
              x1={LEFT}
              x2={width}
              y1={y(share)}
              y2={y(share)}
              stroke={line}
              strokeWidth={1}
            />
          ))}
          {drawn.map(({ id, weeks }) => {
            const at = cohorts.findIndex((one) => one.id === id);
            const color = colors[at % colors.length];
            const points = weeks.map((share, week) => `L${x(week)} ${y(share)}`).join("");
            return (
              <Path
                key={id}
                d={`M${LEFT} ${y(0)}${points}`}
                fill="none"
                stroke={color}
                strokeWidth={2.4}
                strokeDasharray={DASHES[at % DASHES.length]}
              />
            );
          })}
          {drawn.map(({ id, weeks }) => {
            const at = cohorts.findIndex((one) => one.id === id);
            return (
              <Circle
                key={id}
                cx={x(weeks.length - 1)}
                cy={y(weeks.at(-1) ?? 0)}
                r={4}
                fill={colors[at % colors.length]}
              />
            );
          })}
        </Svg>
        {[0, 0.5, 1].map((share) => (
          <View
            key={share}
            aria-hidden
            style={{ position: "absolute", top: y(share) - 10, left: 0 }}
          >
            <Text kind="small" color={quiet}>
              {share * 100} %
            </Text>
          </View>
        ))}
        <View aria-hidden style={{ position: "absolute", bottom: 0, right: 0 }}>
          <Text kind="small" color={quiet}>
            week {longest}
          </Text>
        </View>
      </View>
      <View aria-hidden style={{ flexDirection: "row", flexWrap: "wrap", gap: 14 }}>
        {drawn.map(({ id, name }) => {
          const at = cohorts.findIndex((one) => one.id === id);
          return (
            <View key={id} style={{ flexDirection: "row", alignItems: "center", gap: 6 }}>
              <Svg width={26} height={8}>
                <Line
                  x1={0}
                  x2={26}
                  y1={4}
                  y2={4}
                  stroke={colors[at % colors.length]}
                  strokeWidth={2.4}
                  strokeDasharray={DASHES[at % DASHES.length]}
                />
              </Svg>
              <Text kind="small">{name}</Text>
            </View>
          );
        })}
      </View>
      <Hidden>
        {drawn
          .map(
            ({ name, weeks }) =>
              `${name}: ${weeks.map((share, week) => `week ${week + 1}, ${Math.round(share * 100)} %`).join("; ")}.`,
          )
          .join(" ")}
      </Hidden>
    </View>
  );
}
