/** The pages one comes in by: our gate with the sun between its posts, in the color of the school one comes to. */

import type { ReactNode } from "react";
import { ScrollView, View } from "react-native";
import Svg, { Circle, ClipPath, Defs, G, Line, Rect } from "react-native-svg";
import { useGetPublicCourseQuery } from "../catalog/api";
import { useWide } from "../ui/layout";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useTitle } from "../ui/title";
import { useGetSchoolQuery } from "./api";
import { placeIn } from "./arrive";

interface Props {
  title: string;
  /** Where one goes from here: the school of that place is named, and lends its color. */
  to?: string;
  /** The school, where it is known otherwise. */
  school?: string;
  children: ReactNode;
}

/** The school, and the course with a page of its own, that an address of ours leads to. */
export function placeOf(
  to: string,
  origin: string,
): { school: string | null; course: string | null } {
  const [, school, at, course] = placeIn(to, origin).split(/[/?#]/);
  if (!school || !at) return { school: null, course: null };
  return { school, course: at === "c" && course ? course : null };
}

export function DoorPage({ title, to = "/", school, children }: Props) {
  const wide = useWide();
  const { frame, onFrame, onFrameQuiet, quiet } = usePalette();
  useTitle(title);
  const place = placeOf(to, typeof window === "undefined" ? "" : window.location.origin);
  const { data: about } = useGetSchoolQuery(
    { school: place.school ?? "" },
    { skip: place.school === null },
  );
  const { data: course } = useGetPublicCourseQuery(
    { school: place.school ?? "", course: place.course ?? "" },
    { skip: place.course === null },
  );
  const head = (
    <View style={{ padding: wide ? 48 : 20, paddingBottom: 0, gap: 2 }}>
      <Text kind="small" color={onFrameQuiet}>
        {about?.name ?? school ?? "Dawn Gate"}
      </Text>
      <Text kind="title" level={1} color={onFrame}>
        {title}
      </Text>
    </View>
  );
  const form = (
    <View
      style={{
        width: "100%",
        maxWidth: 460,
        alignSelf: "center",
        padding: 20,
        paddingBottom: 56,
        gap: 16,
      }}
    >
      {children}
      {course ? (
        <Text kind="small" color={quiet} style={{ textAlign: "center" }}>
          You came from {course.title}, and go back there.
        </Text>
      ) : null}
    </View>
  );
  if (wide)
    return (
      <View role="main" style={{ flex: 1, flexDirection: "row" }}>
        <View style={{ flex: 1, backgroundColor: frame, justifyContent: "space-between" }}>
          {head}
          <Gate color={about?.color} />
        </View>
        <ScrollView
          style={{ flex: 1 }}
          contentContainerStyle={{ flexGrow: 1, justifyContent: "center" }}
        >
          {form}
        </ScrollView>
      </View>
    );
  return (
    <ScrollView role="main" style={{ flex: 1 }}>
      <View style={{ backgroundColor: frame }}>
        {head}
        <Gate color={about?.color} />
      </View>
      {form}
    </ScrollView>
  );
}

/** Two posts, the ground, and the sun that rises between them. */
function Gate({ color }: { color: string | undefined }) {
  const { frameMark, onFrame, frameHere } = usePalette();
  return (
    <Svg
      width="100%"
      viewBox="0 0 390 190"
      preserveAspectRatio="xMidYMax slice"
      style={{ aspectRatio: 390 / 190, maxHeight: 380 }}
      aria-hidden
    >
      <Defs>
        <ClipPath id="above">
          <Rect x={0} y={0} width={390} height={140} />
        </ClipPath>
      </Defs>
      <Rect x={0} y={140} width={390} height={50} fill={frameHere} />
      <G clipPath="url(#above)">
        <Circle cx={195} cy={140} r={74} fill={color ?? frameMark} />
      </G>
      <Line x1={96} x2={96} y1={26} y2={140} stroke={onFrame} strokeWidth={6} />
      <Line x1={294} x2={294} y1={26} y2={140} stroke={onFrame} strokeWidth={6} />
      <Line x1={0} x2={390} y1={140} y2={140} stroke={onFrame} strokeWidth={3} />
    </Svg>
  );
}
