/** All that somebody holds on one horizon: each course a row, all on the same days, with the line of today. */
import type { Someone } from "@dawngate/contract/people";
import { sayShortDate } from "@dawngate/core/schedule/words";
import { type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { PersonLine, rangeOf } from "../schedule/horizon/person-line";
import { read } from "../schedule/horizon/scale";
import { useWide } from "../ui/layout";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

type Held = Someone["courses"][number];

const pointsOf = ({ from, until, modules }: Held) => ({
  from: read(from),
  until: read(until),
  openings: modules.flatMap(({ opens }) => read(opens) ?? []).sort((a, b) => a - b),
});

export function OneHorizon({
  courses,
  zone,
  now,
}: {
  courses: readonly Held[];
  zone: string;
  now: Instant;
}) {
  const { quiet, line } = usePalette();
  const wide = useWide();
  const [width, setWidth] = useState(0);
  const range = rangeOf(courses.map(pointsOf), now);
  const day = (at: number) => sayShortDate(localDateAt(zoneOf(zone), at as Instant));
  return (
    <View style={{ gap: 4 }}>
      <Text kind="small" color={quiet}>
        {`On one horizon, ${day(range.from)} to ${day(range.to)}`}
      </Text>
      {courses.map((held) => (
        <View
          key={held.enrollment}
          style={{
            flexDirection: wide ? "row" : "column",
            alignItems: wide ? "center" : "stretch",
            borderBottomWidth: 1,
            borderBottomColor: line,
          }}
        >
          <Text
            kind="smallStrong"
            numberOfLines={1}
            style={wide ? { width: 280, paddingRight: 12 } : {}}
          >
            {held.title}
          </Text>
          <View
            style={{ flex: wide ? 1 : undefined, minWidth: 0, height: 30 }}
            onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
          >
            {width > 0 ? (
              <PersonLine
                {...pointsOf(held)}
                range={range}
                shut={held.shutBy !== null}
                width={width}
              />
            ) : null}
          </View>
        </View>
      ))}
    </View>
  );
}
