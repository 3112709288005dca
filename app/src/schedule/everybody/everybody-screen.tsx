/** Everybody in a course at once: how many have what open, over time, as the server has counted them. */

import type { Course } from "@dawngate/contract/courses";
import type { Everybody } from "@dawngate/contract/schedule";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { useGetCourseQuery } from "../../courses/api";
import { CourseFrame } from "../../frame/course-frame";
import { useGetSchoolQuery } from "../../school/api";
import { explain } from "../../store/api";
import { useWide } from "../../ui/layout";
import { Notice } from "../../ui/notice";
import { Skeleton } from "../../ui/skeleton";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useGetEverybodyQuery } from "../api";
import { Axis } from "../horizon/axis";
import { read, scaleOf, ticksOf } from "../horizon/scale";
import { EVERYBODY } from "../places";
import { CrowdRow, NAMES } from "./crowd-row";

export function EverybodyScreen() {
  const place = useLocalSearchParams() as { school: string; course: string };
  const { data: school } = useGetSchoolQuery({ school: place.school });
  const course = useGetCourseQuery(place);
  const everybody = useGetEverybodyQuery(place, { refetchOnMountOrArgChange: true });
  const [now] = useState(() => Date.now() as Instant);
  const crowd = everybody.data;
  const error = course.error ?? everybody.error;
  return (
    <CourseFrame at={place} title={course.data?.title} here={EVERYBODY}>
      {error ? (
        <Notice
          {...explain(error)}
          onRetry={() => {
            course.refetch();
            everybody.refetch();
          }}
        />
      ) : course.data && crowd && school ? (
        crowd.people === 0 ? (
          <Text>Nobody is in this course whose dates could be shown.</Text>
        ) : (
          <CrowdPicture course={course.data} crowd={crowd} now={now} zone={school.timeZone} />
        )
      ) : (
        <Skeleton widths={[0.6, 0.8, 0.5]} />
      )}
    </CourseFrame>
  );
}

interface PictureProps {
  course: Course;
  crowd: Everybody;
  now: Instant;
  zone: string;
}

function CrowdPicture({ course, crowd, now, zone: zoneName }: PictureProps) {
  const wide = useWide();
  const { quiet } = usePalette();
  const [width, setWidth] = useState(0);
  const [at, setAt] = useState(now);
  const zone = zoneOf(zoneName);
  const from = read(crowd.from) as Instant;
  const end = (from + crowd.step * ((crowd.items[0]?.open.length ?? 1) - 1)) as Instant;
  const scale = useMemo(() => scaleOf({ from, to: end }, width), [from, end, width]);
  const ticks = useMemo(() => (width > 0 ? ticksOf(scale, zone) : []), [scale, zone, width]);
  const items = new Map(crowd.items.map((item) => [item.id, item]));
  const rows = course.modules.flatMap(({ id, title, lessons }) => [
    { id, title, module: true },
    ...lessons.map((lesson) => ({ id: lesson.id, title: lesson.title, module: false })),
  ]);
  return (
    <View style={{ gap: 8 }}>
      <Text kind="small" color={quiet}>
        As high as the share of the {crowd.people} people who have it open, by the dates that are
        known now; days in the school's zone.
        {crowd.shut > 0 ? ` ${crowd.shut} paused or suspended are not counted.` : ""}
        {now - (read(crowd.at) ?? now) > 5000
          ? ` Counted ${sayWrittenInstant(crowd.at.replace(/:\d\d(\.\d+)?Z$/, ":00Z"), zone)}; a crowd is counted once a minute.`
          : ""}
      </Text>
      <View style={{ flexDirection: "row" }}>
        {wide ? <View style={{ width: NAMES }} /> : null}
        <View
          style={{ flex: 1, minWidth: 0 }}
          onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
        >
          {width > 0 ? (
            <Axis
              scale={scale}
              ticks={ticks}
              zone={zone}
              at={at}
              onMove={setAt}
              onSettle={setAt}
              onZoom={() => undefined}
            />
          ) : null}
        </View>
      </View>
      <View role="list" aria-label="Modules and lessons">
        {rows.map(({ id, title, module }) => {
          const item = items.get(id);
          return item ? (
            <CrowdRow key={id} {...{ title, module, item, crowd, scale, ticks, zone, at, wide }} />
          ) : null;
        })}
      </View>
    </View>
  );
}
