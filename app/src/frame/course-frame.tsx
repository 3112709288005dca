/**
 * The frame of a course's screens: its title and its places, then the screen. On a phone they stand on night, the places
 * on one line that scrolls; while one scrolls that line alone stays, so that the screen is the work's.
 */
import { Link } from "expo-router";
import { type ReactNode, useRef } from "react";
import { ScrollView, View, type ViewStyle } from "react-native";
import type { InCourse } from "../courses/api";
import { COURSES } from "../courses/places";
import { SCHEDULE } from "../schedule/places";
import { useMay } from "../school/may";
import { useOwnBar } from "../ui/frame";
import { useInSight } from "../ui/in-sight";
import { useWide } from "../ui/layout";
import type { RoomPlace } from "../ui/place";
import { Tab } from "../ui/tabs";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useTitle } from "../ui/title";
import { staffPlaces } from "./places";

interface Props {
  at: InCourse;
  /** The course's title; left out: it is not known yet. */
  title: string | undefined;
  here: RoomPlace;
  /** It was never published: nobody can be in it yet. */
  unpublished?: boolean;
  /** Takes all the width there is. */
  full?: boolean;
  /** Little room between its parts, where the screen is needed for what it shows. */
  dense?: boolean;
  /** How it stands with what one does here; on a phone it is drawn on night. */
  status?: ReactNode;
  /** What one does here: beside the title where there is room, on a phone below the screen. */
  tools?: ReactNode;
  children: ReactNode;
}

export function CourseFrame({
  at,
  title = "…",
  here,
  unpublished = false,
  full = false,
  dense = false,
  status = null,
  tools = null,
  children,
}: Props) {
  const wide = useWide();
  useTitle(here === SCHEDULE ? title : `${here.name} · ${title}`);
  useOwnBar(!wide && tools !== null);
  const { surface, line } = usePalette();
  const head = { at, title, here, unpublished, status };
  return (
    <View style={{ flex: 1 }}>
      <ScrollView
        style={{ width: "100%", scrollPaddingTop: wide ? 0 : LINE } as ViewStyle}
        // What stays above while one scrolls is laid over the rows: none of them moves under a thumb.
        stickyHeaderIndices={wide ? [] : [1]}
      >
        {wide ? null : <Title {...head} />}
        {wide ? null : <Line {...head} />}
        <View
          style={{
            padding: wide ? 26 : 20,
            paddingTop: wide ? 12 : dense ? 4 : 12,
            paddingBottom: 72,
            gap: dense ? (wide ? 8 : 6) : 16,
            maxWidth: full ? undefined : 1100,
            width: "100%",
          }}
        >
          {wide ? (
            <Head {...head} tools={tools} />
          ) : (
            <Within at={at} here={here} unpublished={unpublished} />
          )}
          {children}
        </View>
      </ScrollView>
      {wide || tools === null ? null : (
        <View
          role="region"
          aria-label="Tools"
          style={{
            backgroundColor: surface,
            borderTopWidth: 1,
            borderTopColor: line,
            paddingHorizontal: 12,
            paddingVertical: 8,
          }}
        >
          {tools}
        </View>
      )}
    </View>
  );
}

type HeadProps = Required<Pick<Props, "at" | "here" | "unpublished" | "status">> & {
  title: string;
};

/** The height of the line of places, in points. */
const LINE = 45;

const ROW = {
  flexDirection: "row",
  justifyContent: "space-between",
  alignItems: "center",
  gap: 12,
  paddingHorizontal: 20,
} as const;

/** On a phone: on night, gone as soon as one scrolls. */
function Title({ at, title, status }: HeadProps) {
  const { frame, onFrame, onFrameQuiet } = usePalette();
  return (
    <View style={{ backgroundColor: frame, paddingTop: 2 }}>
      <View style={ROW}>
        <Link href={COURSES.href(at)} style={{ paddingVertical: 12 }}>
          <Text kind="small" color={onFrameQuiet}>
            ‹ {COURSES.name}
          </Text>
        </Link>
        {status}
      </View>
      <Text
        kind="heading"
        level={1}
        color={onFrame}
        numberOfLines={2}
        style={{ paddingHorizontal: 20 }}
      >
        {title}
      </Text>
    </View>
  );
}

/** The places on night, which stay while one scrolls. */
function Line(head: HeadProps) {
  const { frame, onFrame, onFrameQuiet, frameMark } = usePalette();
  return (
    <View style={{ backgroundColor: frame }}>
      <Places {...head} ink={onFrame} quiet={onFrameQuiet} mark={frameMark} inset={20} />
    </View>
  );
}

/** Where there is room: above the screen, with a line below. */
function Head({ at, title, here, unpublished, status, tools }: HeadProps & { tools: ReactNode }) {
  const { quiet, ink, dusk, ember, line } = usePalette();
  return (
    <View>
      <View style={{ flexDirection: "row", alignItems: "center", gap: 20 }}>
        {/* A title keeps room to be read, whatever the tools have to say. */}
        <View style={{ flex: 1, minWidth: 300 }}>
          <View style={{ flexDirection: "row", alignItems: "center", gap: 16 }}>
            <Link href={COURSES.href(at)} style={{ paddingVertical: 4 }}>
              <Text kind="small" color={quiet}>
                {COURSES.name}
              </Text>
            </Link>
            {status}
          </View>
          <Text kind="title" level={1}>
            {title}
          </Text>
        </View>
        <Within at={at} here={here} unpublished={unpublished} />
        <View style={{ flexShrink: 1 }}>{tools}</View>
      </View>
      <View style={{ borderBottomWidth: 1, borderBottomColor: line }}>
        <Places {...{ at, here, unpublished }} ink={ink} quiet={dusk} mark={ember} inset={0} />
      </View>
    </View>
  );
}

/** The places of a course, on one line. */
function Places({
  at,
  here,
  unpublished,
  ink,
  quiet,
  mark,
  inset,
}: Omit<HeadProps, "title" | "status"> & {
  ink: string;
  quiet: string;
  mark: string;
  inset: number;
}) {
  const may = useMay(at.school);
  const places = staffPlaces("course", may, unpublished);
  return (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      role="navigation"
      aria-label="The course"
      // Its room is there before it is known which places one may see: nothing moves under a thumb.
      style={{ flexGrow: 0, minHeight: LINE }}
      contentContainerStyle={{ columnGap: 22, paddingHorizontal: inset }}
    >
      {places.map((place) => (
        <InSight key={place.name} wanted={place === here || here.below === place}>
          <Tab
            name={place.name}
            href={place.href(at)}
            here={place === here || here.below === place}
            ink={ink}
            quiet={quiet}
            mark={mark}
          />
        </InSight>
      ))}
    </ScrollView>
  );
}

/** The place one is in is seen on its line, however many stand before it. */
function InSight({ wanted, children }: { wanted: boolean; children: ReactNode }) {
  const root = useRef<View>(null);
  useInSight(root, wanted);
  return <View ref={root}>{children}</View>;
}

/** The sides of one place, as a switch: those that stand below it, and itself. */
function Within({ at, here, unpublished }: Omit<HeadProps, "title" | "status">) {
  const { lilac, line, ink, dusk } = usePalette();
  const may = useMay(at.school);
  const top = here.below ?? here;
  const sides = staffPlaces("place", may, unpublished).filter(({ below }) => below === top);
  if (sides.length === 0) return null;
  return (
    <View
      role="navigation"
      aria-label={top.name}
      style={{
        flexDirection: "row",
        alignSelf: "flex-start",
        borderWidth: 1,
        borderColor: line,
        borderRadius: 10,
        overflow: "hidden",
      }}
    >
      {[top, ...sides].map((place, i) => {
        const current = place === here;
        return (
          <Link
            key={place.name}
            href={place.href(at)}
            aria-current={current ? "page" : undefined}
            style={{
              paddingVertical: 12,
              paddingHorizontal: 14,
              backgroundColor: current ? lilac : "transparent",
              borderLeftWidth: i === 0 ? 0 : 1,
              borderLeftColor: line,
            }}
          >
            <Text kind={current ? "smallStrong" : "small"} color={current ? ink : dusk}>
              {i === 0 ? (place.itself ?? place.name) : place.name}
            </Text>
          </Link>
        );
      })}
    </View>
  );
}
