/** One module or lesson for everybody: how many have it open, over time, as a rising ground. */
import type { Everybody } from "@dawngate/contract/schedule";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import type { Instant, Zone } from "@dawngate/core/time";
import { View } from "react-native";
import Svg, { Line, Path } from "react-native-svg";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { Backdrop } from "../horizon/bars";
import { read, type Scale, type Tick } from "../horizon/scale";

type CrowdItem = Everybody["items"][number];

interface Props {
  title: string;
  module: boolean;
  item: CrowdItem;
  crowd: Everybody;
  scale: Scale;
  ticks: Tick[];
  zone: Zone;
  at: Instant;
  wide: boolean;
}

const HEIGHT = { module: 46, lesson: 34 };
export const NAMES = 300;

export function CrowdRow({ title, module, item, crowd, scale, ticks, zone, at, wide }: Props) {
  const palette = usePalette();
  const height = module ? HEIGHT.module : HEIGHT.lesson;
  const says = sayCrowd(item, crowd, at, zone);
  return (
    <View
      role="listitem"
      style={{
        flexDirection: wide ? "row" : "column",
        borderBottomWidth: 1,
        borderBottomColor: palette.line,
        paddingVertical: wide ? 0 : 6,
      }}
    >
      <View
        style={{
          ...(wide && { width: NAMES }),
          justifyContent: "center",
          paddingLeft: module ? 0 : 16,
          paddingRight: 12,
          paddingVertical: 4,
        }}
      >
        <Text kind={module ? "name" : "body"} numberOfLines={1}>
          {title}
        </Text>
        <Text kind="small" color={palette.quiet}>
          {says}
        </Text>
      </View>
      {scale.width > 0 ? (
        <Svg width={scale.width} height={height + 14} aria-hidden>
          <Backdrop
            scale={scale}
            palette={palette}
            height={height + 14}
            ticks={ticks}
            from={null}
            until={null}
            marks={[]}
          />
          <Path
            d={pathOf(item, crowd, scale, height + 6)}
            fill={module ? palette.apricot : palette.apricotPale}
            stroke={palette.apricotLine}
            strokeWidth={1.2}
          />
          <Line
            x1={scale.x(at)}
            x2={scale.x(at)}
            y1={0}
            y2={height + 14}
            stroke={palette.night}
            strokeWidth={2}
          />
        </Svg>
      ) : null}
    </View>
  );
}

/** Steps from one counted instant to the next, as high as the share of people who have it open. */
function pathOf(
  { open }: CrowdItem,
  { people, from: begin, step }: Everybody,
  scale: Scale,
  ground: number,
) {
  if (people === 0) return "";
  const from = read(begin) as Instant;
  const y = (count: number) => ground - (count / people) * (ground - 8);
  let path = `M${scale.x(from as Instant)} ${ground}`;
  let last = 0;
  open.forEach((count, s) => {
    const x = scale.x((from + s * step) as Instant).toFixed(1);
    if (count !== last) path += `H${x}V${y(count).toFixed(1)}`;
    last = count;
  });
  const end = scale.x((from + (open.length - 1) * step) as Instant);
  return `${path}H${end}V${ground}Z`;
}

/** How many have it open at an instant, and when it opens for the first and the last of them. */
export function sayCrowd(item: CrowdItem, crowd: Everybody, at: Instant, zone: Zone): string {
  const { people, step } = crowd;
  const from = read(crowd.from) as Instant;
  const s = Math.min(Math.max(Math.floor((at - from) / step), 0), item.open.length - 1);
  const day = (instant: string) => sayWrittenInstant(instant, zone, false);
  const { first, last, waiting } = item;
  const dates =
    first === null || last === null
      ? ""
      : first === last
        ? `, opens ${day(first)}`
        : `, opens ${day(first)} to ${day(last)}`;
  return `${item.open[s]} of ${people} have it open${dates}${waiting > 0 ? `, ${waiting} without a date` : ""}`;
}
