/** The syllabus: what is published, with the dates of a cohort or of somebody who enrolls on a day, for paper. */
import type { Course } from "@dawngate/contract/courses";
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { countWords, DEFAULT_WORDS } from "@dawngate/core/courses";
import { sayWrittenDate, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { CohortChoice } from "../enrollment/cohort-choice";
import { useGetTimelineQuery } from "../schedule/api";
import { useGetSchoolQuery } from "../school/api";
import { explain } from "../store/api";
import { Coming, titleComing } from "../store/coming";
import { PrimaryAction } from "../ui/action";
import { DateField } from "../ui/moment-fields";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { type InCourse, useGetCourseQuery } from "./api";
import { sayLength } from "./length";
import { PrintStyle } from "./print-style";

export function SyllabusScreen() {
  const place = useLocalSearchParams() as unknown as InCourse;
  const { data: school } = useGetSchoolQuery({ school: place.school });
  const { data: course, error, refetch } = useGetCourseQuery(place);
  if (!course || !school)
    return (
      <Page title={titleComing(error)} above={above(place)}>
        <Coming error={error} onRetry={refetch} />
      </Page>
    );
  return <Syllabus place={place} course={course} school={school} />;
}

const above = ({ school, course }: InCourse) => ({
  text: "The course",
  href: `/${school}/courses/${course}`,
});

interface Props {
  place: InCourse;
  course: Course;
  school: { name: string; timeZone: string; contact: string };
}

function Syllabus({ place, course, school }: Props) {
  const { quiet } = usePalette();
  const zone = zoneOf(school.timeZone);
  const [cohort, setCohort] = useState<string | null>(course.cohorts[0]?.id ?? null);
  const [today, setDay] = useState(() => formatDate(localDateAt(zone, Date.now() as Instant)));
  const chosen = course.cohorts.find(({ id }) => id === cohort) ?? null;
  // Of a cohort, whoever enrolls in time has the same dates: its first day stands for all.
  const day = chosen ? (chosen.window?.opens ?? chosen.starts) : today;
  const query = { day, ...(cohort === null ? {} : { cohort }) };
  const { data: timeline, error, refetch } = useGetTimelineQuery({ ...place, ...query });
  const minutes = course.modules
    .flatMap((module) => module.lessons)
    .reduce((sum, lesson) => sum + (lesson.minutes ?? 0), 0);
  return (
    <Page title={course.title} above={above(place)}>
      <PrintStyle />
      <View {...SCREEN_ONLY} style={{ gap: 12 }}>
        {course.cohorts.length > 0 ? (
          <CohortChoice
            cohorts={course.cohorts}
            value={cohort}
            label="Dates of"
            none="Somebody who enrolls on a day"
            onChange={setCohort}
          />
        ) : null}
        {cohort === null ? (
          <View style={{ maxWidth: 420 }}>
            <DateField
              label="As if somebody enrolled, at noon, on"
              value={today}
              onChange={setDay}
            />
          </View>
        ) : null}
        <PrimaryAction label="Print" onPress={() => globalThis.print?.()} />
      </View>
      <Text>
        {school.name} · {countWords(DEFAULT_WORDS, "module", course.modules.length)},{" "}
        {countWords(
          DEFAULT_WORDS,
          "lesson",
          course.modules.reduce((sum, { lessons }) => sum + lessons.length, 0),
        )}
        {minutes > 0 ? `, ${sayLength(minutes)}` : ""}
      </Text>
      <Text kind="strong">
        {chosen
          ? `Cohort ${chosen.name}: ${sayWrittenDate(chosen.starts)} to ${sayWrittenDate(chosen.ends)}`
          : `For whoever enrolls on ${sayWrittenDate(today)}`}
      </Text>
      {error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : timeline ? (
        <Modules course={course} timeline={timeline} />
      ) : (
        <Skeleton widths={[0.8, 0.6, 0.7]} />
      )}
      <Text kind="small" color={quiet}>
        Times are those of {school.timeZone.split("/").at(-1)?.replaceAll("_", " ")}.
        {school.contact === "" ? "" : ` Questions: ${school.contact}`}
      </Text>
    </Page>
  );
}

const SCREEN_ONLY = { dataSet: { screenOnly: "" } } as object;

function Modules({ course, timeline }: { course: Course; timeline: TimelineAnswer }) {
  const { quiet, line } = usePalette();
  const zone = zoneOf(timeline.clock);
  const opens = new Map(timeline.items.map((item) => [item.id, item]));
  const say = (id: string) => {
    const item = opens.get(id);
    if (!item) return "";
    if (item.opens === null) return "when its turn has come";
    return sayWrittenInstant(item.opens, zone, true);
  };
  let number = 0;
  return (
    <>
      {course.modules.map((module, m) => (
        <View key={module.id} {...({ dataSet: { module: "" } } as object)} style={{ gap: 4 }}>
          <View style={{ borderBottomWidth: 1, borderBottomColor: line, paddingBottom: 4 }}>
            <Text kind="heading" level={2}>
              {m + 1}. {module.title}
            </Text>
            <Text kind="small" color={quiet}>
              Opens {say(module.id)}
            </Text>
          </View>
          {module.lessons.map((lesson) => {
            number++;
            const own = lesson.gate !== null ? say(lesson.id) : "";
            const notes = [
              lesson.kind,
              ...(lesson.minutes === null ? [] : [`${lesson.minutes} min`]),
              ...(own === "" ? [] : [`opens ${own}`]),
            ];
            return (
              <View key={lesson.id} style={{ flexDirection: "row", gap: 10 }}>
                <Text color={quiet} style={{ width: 30, textAlign: "right" }}>
                  {number}
                </Text>
                <View style={{ flex: 1, flexDirection: "row", flexWrap: "wrap", columnGap: 10 }}>
                  <Text>{lesson.title}</Text>
                  <Text kind="small" color={quiet} style={{ lineHeight: 24 }}>
                    {notes.join(", ")}
                  </Text>
                </View>
              </View>
            );
          })}
        </View>
      ))}
    </>
  );
}
