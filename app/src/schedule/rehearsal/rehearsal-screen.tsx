/** The course as one person meets it, at an instant one chooses. Nothing that is done here is put on record. */

import { courseOf, DEFAULT_WORDS } from "@dawngate/core/courses";
import { sayInstant } from "@dawngate/core/schedule/words";
import { formatInstant, type Instant, MINUTE, zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { useGetPublicCourseQuery } from "../../catalog/api";
import { CourseOutline } from "../../enrollment/course-outline";
import { CourseFrame } from "../../frame/course-frame";
import { Arrived } from "../../notices/arrived";
import { useMay } from "../../school/may";
import { explain } from "../../store/api";
import { Choice } from "../../ui/choice";
import { Notice } from "../../ui/notice";
import { useOffers } from "../../ui/offers";
import { Skeleton } from "../../ui/skeleton";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { AsIfBar } from "../as-if/as-if-bar";
import { type Seen, SeenCourse } from "../as-if/seen-course";
import { rangeOf, read } from "../horizon/scale";
import { REHEARSAL } from "../places";
import { titlesOf } from "../rows";
import { useTimelineOf } from "../use-timeline-of";
import { changeFrom, whatChanges } from "./changes";
import { RehearsedLesson } from "./rehearsed-lesson";
import { TimeSlider } from "./time-slider";

export function RehearsalScreen() {
  return <SeenCourse>{(seen) => <Rehearsal {...seen} />}</SeenCourse>;
}

function Rehearsal(seen: Seen) {
  const { school, course, schoolZone, asIf, imagined, setAt } = seen;
  const { quiet } = usePalette();
  const [lesson, setLesson] = useState<string | null>(null);
  const place = { school, course: course.id };
  const may = useMay(school);
  const { data: known } = useGetPublicCourseQuery(place);
  const { timeline, error, refetch } = useTimelineOf(place, asIf.who, asIf.at);
  const at = read(asIf.at) ?? read(timeline?.at ?? null);
  const clock = timeline?.clock ?? (course.clock === "school" ? schoolZone : imagined.timeZone);
  const zone = zoneOf(clock);
  const go = (instant: Instant | null) => instant !== null && setAt(formatInstant(instant));
  const [before, after] =
    timeline && at !== null
      ? [changeFrom(timeline, at, -1), changeFrom(timeline, at, 1)]
      : [null, null];
  useOffers([
    { says: "To the next change", letter: "n", run: () => go(after) },
    { says: "To the change before", letter: "p", run: () => go(before) },
  ]);
  const titleOf = titlesOf(course);
  const range = timeline ? rangeOf({ ...timeline, at: timeline.enrolledAt }) : null;
  const inVersion = new Set(timeline?.items.map(({ id }) => id));
  const goOn = timeline?.items.find(
    ({ kind, state, done }) => kind === "lesson" && state === "open" && !done,
  );
  return (
    <CourseFrame at={place} title={course.title} here={REHEARSAL} dense>
      <AsIfBar seen={seen} timeline={timeline} at={at} clock={clock} onCompare={null} />
      {timeline && range && at !== null ? (
        <View role="group" aria-label="Go through time" style={{ gap: 6 }}>
          <TimeSlider
            label="The instant one looks at"
            from={Math.floor(range.from / MINUTE)}
            to={Math.ceil(range.to / MINUTE)}
            value={Math.round(at / MINUTE)}
            says={sayInstant(at, zone)}
            onChange={(minutes) => setAt(formatInstant((minutes * MINUTE) as Instant))}
          />
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
            <Choice label="To the change before" onPress={() => go(before)} />
            <Choice label="To the next change" onPress={() => go(after)} />
          </View>
          <Text kind="small" color={quiet} role="status">
            {sayNow(whatChanges(timeline, at), titleOf, after, zone)}
          </Text>
          {may("notices.see") ? <Arrived place={place} who={asIf.who} at={at} zone={zone} /> : null}
        </View>
      ) : null}
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {timeline ? (
        <CourseOutline
          course={{
            words: known?.words ?? DEFAULT_WORDS,
            timeline,
            goOn: goOn?.id ?? null,
            modules: course.modules
              .filter(({ id }) => inVersion.has(id))
              .map((module) => ({
                ...module,
                ofCourse: courseOf(module)?.title ?? null,
                lessons: module.lessons.filter(({ id }) => inVersion.has(id)),
              })),
          }}
          onEnter={setLesson}
        />
      ) : (
        <Skeleton widths={[0.6, 0.5, 0.7]} />
      )}
      {lesson !== null ? (
        <RehearsedLesson place={place} lesson={lesson} onClose={() => setLesson(null)} />
      ) : null}
    </CourseFrame>
  );
}

/** What happens at this very instant, or when the next thing does. */
function sayNow(
  changes: ReturnType<typeof whatChanges>,
  titleOf: (id: string) => string,
  next: Instant | null,
  zone: ReturnType<typeof zoneOf>,
): string {
  const [first, second] = changes;
  const more = changes.length - 2;
  if (first)
    return `Now “${titleOf(first.item)}” ${first.change}${second ? `, “${titleOf(second.item)}” ${second.change}` : ""}${more > 0 ? ` and ${more} more` : ""}.`;
  return next === null
    ? "Nothing changes any more."
    : `Nothing changes until ${sayInstant(next, zone)}.`;
}
