/** A course's schedule: the outline with the horizon beside it (under each row on a phone), for whoever is asked for. */

import type { Course } from "@dawngate/contract/courses";
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { countWords, DEFAULT_WORDS } from "@dawngate/core/courses";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { useEffect, useRef, useState } from "react";
import { View } from "react-native";
import { sayLength } from "../courses/length";
import { CourseFrame } from "../frame/course-frame";
import { explain } from "../store/api";
import { useWide } from "../ui/layout";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import type { Who } from "./as-if/as-if";
import { AsIfBar } from "./as-if/as-if-bar";
import { sayWho } from "./as-if/say-who";
import { type Seen, SeenCourse } from "./as-if/seen-course";
import { CompareSheet } from "./compare/compare-sheet";
import { useCompared } from "./compare/use-compared";
import { read } from "./horizon/scale";
import { SCHEDULE } from "./places";
import { Schedule } from "./schedule";
import { useMails } from "./use-mails";
import { useTimelineOf } from "./use-timeline-of";

export function CourseScreen() {
  return <SeenCourse>{(seen) => <CourseSchedule {...seen} />}</SeenCourse>;
}

function CourseSchedule(seen: Seen) {
  const { school, course, schoolZone, closed, asIf, imagined, setAt } = seen;
  const wide = useWide();
  const palette = usePalette();
  const [comparing, setComparing] = useState(false);
  const [dragged, setDragged] = useState<Instant | null>(null);
  const asked = useThrottled(dragged, 120);
  const lookedAt = asked === null ? asIf.at : formatInstant(asked);
  const place = { school, course: course.id };
  const { timeline, error, refetch } = useTimelineOf(place, asIf.who, lookedAt);
  const at = dragged ?? read(asIf.at) ?? read(timeline?.at ?? null);
  const [people, setPeople] = useState<readonly Who[]>([]);
  const mails = useMails(place, asIf.who);
  const compared = useCompared(place, course, people, lookedAt);
  const clock = timeline?.clock ?? (course.clock === "school" ? schoolZone : imagined.timeZone);
  const settle = (instant: Instant) => {
    setDragged(null);
    setAt(formatInstant(instant));
  };
  return (
    <CourseFrame
      at={place}
      title={course.title}
      here={SCHEDULE}
      full
      dense
      status={
        wide ? (
          <Text kind="small" color={palette.quiet}>
            {sayCourse(course)}
          </Text>
        ) : null
      }
    >
      <AsIfBar
        seen={seen}
        timeline={timeline}
        at={at}
        clock={clock}
        onCompare={() => setComparing(true)}
      />
      {people.length > 0 ? (
        <View role="list" aria-label="Compared">
          {compared.map(({ letter, name }) => (
            <View key={letter} role="listitem">
              <Text kind="small">{name}</Text>
            </View>
          ))}
        </View>
      ) : null}
      {error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : timeline && at !== null ? (
        <Schedule
          school={school}
          course={course}
          timeline={timeline}
          name={sayWho(course, asIf.who, timeline)}
          compared={compared}
          closed={closed}
          cohort={course.cohorts.find(({ id }) => id === cohortOf(asIf.who, timeline)) ?? null}
          at={at}
          wide={wide}
          enrollment={asIf.who.kind === "real" ? asIf.who.enrollment : null}
          mails={mails}
          onMove={setDragged}
          onSettle={settle}
        />
      ) : (
        <Skeleton widths={[0.7, 0.5, 0.6, 0.7, 0.4, 0.6]} />
      )}
      {comparing && (
        <CompareSheet
          school={school}
          course={course}
          imagined={imagined}
          people={people}
          names={compared.map(({ name }) => name)}
          onChange={setPeople}
          onClose={() => setComparing(false)}
        />
      )}
    </CourseFrame>
  );
}

function cohortOf(who: Who, timeline: TimelineAnswer): string | null {
  return who.kind === "imagined" ? who.cohort : (timeline.person?.cohort ?? null);
}

/** A value that changes at most every `ms`, but always arrives at the last. */
function useThrottled<T>(value: T, ms: number): T {
  const [shown, setShown] = useState(value);
  const last = useRef(0);
  useEffect(() => {
    const wait = Math.max(0, last.current + ms - Date.now());
    const timer = setTimeout(() => {
      last.current = Date.now();
      setShown(value);
    }, wait);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return value === null ? value : shown;
}

function sayCourse(course: Course): string {
  const lessons = course.modules.flatMap((module) => module.lessons);
  const minutes = lessons.reduce((sum, lesson) => sum + (lesson.minutes ?? 0), 0);
  const { people } = course;
  return [
    countWords(DEFAULT_WORDS, "module", course.modules.length),
    countWords(DEFAULT_WORDS, "lesson", lessons.length),
    sayLength(minutes),
    people === 1 ? "one person inside" : `${people} people inside`,
    `version ${course.version}`,
  ].join(" · ");
}
