/** The cover of a course: a picture of its own, or one drawn from its title in our style. For the eye only. */
import type { Cover as CoverData } from "@dawngate/contract/courses";
import { COVER, coverOf } from "@dawngate/core/courses/drawn-cover";
import { View } from "react-native";
import Svg, { Circle, Line, Path, Rect } from "react-native-svg";
import { useWide } from "../ui/layout";
import { usePalette } from "../ui/theme";
import type { InCourse } from "./api";
import { CoverPicture } from "./cover-picture";
import { coverUrl, PLACES } from "./cover-place";

interface Props {
  title: string;
  /** The school's own color: the sun's. */
  color: string;
  place: InCourse;
  /** An uploaded one; null: it is drawn. */
  cover: CoverData | null;
}

export function Cover({ title, color, place, cover }: Props) {
  const wide = useWide();
  if (!cover) return <Drawn title={title} color={color} />;
  const ratio = PLACES[wide ? "wide" : "phone"];
  return (
    <View
      style={{
        width: "100%",
        maxWidth: wide ? 720 : 520,
        aspectRatio: ratio,
        borderRadius: 10,
        overflow: "hidden",
      }}
    >
      <CoverPicture url={coverUrl(place, cover)} cover={cover} place={ratio} />
    </View>
  );
}

/** The same, from one side of a phone to the other. */
export function WideCover({ title, color, place, cover }: Props) {
  const height = 230;
  return (
    <View style={{ width: "100%", height, overflow: "hidden" }}>
      {cover ? (
        <CoverPicture url={coverUrl(place, cover)} cover={cover} place={390 / height} />
      ) : (
        <Drawing title={title} color={color} />
      )}
    </View>
  );
}

/** The same, in a square beside the title. */
export function SmallCover({ title, color, place, cover, size = 72 }: Props & { size?: number }) {
  return (
    <View style={{ width: size, height: size, borderRadius: 10, overflow: "hidden" }}>
      {cover ? (
        <CoverPicture url={coverUrl(place, cover)} cover={cover} place={1} />
      ) : (
        <Drawing title={title} color={color} square />
      )}
    </View>
  );
}

function Drawn({ title, color }: Pick<Props, "title" | "color">) {
  return (
    <View
      style={{
        width: "100%",
        maxWidth: 720,
        aspectRatio: COVER.width / COVER.height,
        borderRadius: 10,
        overflow: "hidden",
      }}
    >
      <Drawing title={title} color={color} />
    </View>
  );
}

/** Fills its place; of a square one the part with the sun is seen. */
function Drawing({
  title,
  color,
  square = false,
}: Pick<Props, "title" | "color"> & { square?: boolean }) {
  const { morning, apricot, apricotLine, night, dark } = usePalette();
  const { sun, bars, horizon } = coverOf(title);
  const width = square ? COVER.height : COVER.width;
  const left = square ? Math.min(COVER.width - width, Math.max(0, sun.x - width / 2)) : 0;
  return (
    <Svg
      width="100%"
      height="100%"
      viewBox={`${left} 0 ${width} ${COVER.height}`}
      preserveAspectRatio="xMidYMid slice"
      aria-hidden
    >
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
  );
}
