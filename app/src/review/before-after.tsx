/** One person's dates before and after a change, on the horizon: two lanes a row, for what moves. */
import type { PersonRipple } from "@dawngate/contract/review";
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { type Instant, type Zone, zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import {
  rangeOfAll,
  read,
  type Scale,
  scaleOf,
  type Tick,
  ticksOf,
} from "../schedule/horizon/scale";
import { HorizonStrip } from "../schedule/horizon/strip";
import { explain } from "../store/api";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { type ChangeAhead, useGetPersonRippleQuery } from "./api";

interface Props {
  change: Extract<ChangeAhead, { kind: "publish" }>;
  person: PersonRipple;
  titleOf(id: string): string;
}

/** As many rows are drawn; what follows goes on alike. */
const MOST = 12;
const LANE = 30;

export function BeforeAndAfterOf({ change, person, titleOf }: Props) {
  const { data, error, refetch } = useGetPersonRippleQuery({
    ...change,
    enrollment: person.enrollment,
  });
  const [width, setWidth] = useState(0);
  const { quiet } = usePalette();
  if (error) return <Notice {...explain(error)} onRetry={refetch} />;
  if (!data) return <Skeleton widths={[0.9, 0.8]} />;
  const { before, after } = data;
  const zone = zoneOf(after.clock);
  const scale = scaleOf(rangeOfAll([before, after]), width);
  const ticks = width > 0 ? ticksOf(scale, zone) : [];
  const rows = movedRows(before, after);
  return (
    <View
      role="group"
      aria-label={`Dates of ${person.name} before and after`}
      style={{ gap: 6, paddingVertical: 6 }}
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
    >
      <View style={{ height: 18, width }} aria-hidden>
        {ticks.map((tick) => {
          const left = scale.x(tick.instant);
          return left + 56 > width ? null : (
            <Text
              key={tick.instant}
              kind="small"
              color={quiet}
              style={{ position: "absolute", left: left + 4 }}
            >
              {tick.label}
            </Text>
          );
        })}
      </View>
      {rows.slice(0, MOST).map((id) => (
        <Row key={id} id={id} title={titleOf(id)} {...{ before, after, zone, scale, ticks }} />
      ))}
      {rows.length > MOST ? (
        <Text kind="small" color={quiet}>
          and {rows.length - MOST} more, moved alike
        </Text>
      ) : null}
    </View>
  );
}

/** What differs; lessons that move with their module are left to it. */
function movedRows(before: TimelineAnswer, after: TimelineAnswer): string[] {
  const was = new Map(before.items.map((item) => [item.id, item]));
  const ids: string[] = [];
  let module = "";
  for (const item of after.items) {
    const old = was.get(item.id);
    const says = `${old?.opens} ${old?.closes} ${item.opens} ${item.closes}`;
    if (item.kind === "module") module = says;
    else if (says === module) continue;
    if (old?.opens !== item.opens || old?.closes !== item.closes) ids.push(item.id);
  }
  const stays = new Set(after.items.map(({ id }) => id));
  return [...ids, ...before.items.filter(({ id }) => !stays.has(id)).map(({ id }) => id)];
}

interface RowProps {
  id: string;
  title: string;
  before: TimelineAnswer;
  after: TimelineAnswer;
  zone: Zone;
  scale: Scale;
  ticks: Tick[];
}

function Row({ id, title, before, after, zone, scale, ticks }: RowProps) {
  const { quiet } = usePalette();
  const lane = (name: string, timeline: TimelineAnswer) => {
    const item = timeline.items.find((one) => one.id === id);
    const says =
      item === undefined
        ? "not there"
        : item.opens === null
          ? "no date"
          : sayWrittenInstant(item.opens, zone, false);
    return (
      <View key={name}>
        <Text kind="small" color={quiet}>
          {name}: {says}
        </Text>
        {item ? (
          <HorizonStrip
            scale={scale}
            ticks={ticks}
            height={LANE}
            strong={name === "after"}
            label={null}
            at={read(timeline.at) as Instant}
            from={read(timeline.access.from)}
            until={read(timeline.access.until)}
            opens={read(item.opens)}
            closes={read(item.closes)}
            notBefore={read(item.notBefore)}
            due={null}
            unreachable={!item.reachable}
          />
        ) : null}
      </View>
    );
  };
  return (
    <View>
      <Text kind="smallStrong">{title}</Text>
      {lane("before", before)}
      {lane("after", after)}
    </View>
  );
}
