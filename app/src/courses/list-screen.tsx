/** The school's courses: how large each is, who is in it, and what opens next. */
import type { CourseSummary, School } from "@dawngate/contract";
import { sayInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { ScrollView, View } from "react-native";
import { read } from "../schedule/horizon/scale";
import { useGetSchoolQuery } from "../school/api";
import { explain } from "../store/api";
import { useWide } from "../ui/layout";
import { Notice } from "../ui/notice";
import { Press } from "../ui/press";
import { Skeleton } from "../ui/skeleton";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useTitle } from "../ui/title";
import { useGetCoursesQuery } from "./api";
import { sayLength } from "./length";
import { NewCourse } from "./new-course";

export function CourseListScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const wide = useWide();
  const { quiet } = usePalette();
  useTitle("Courses");
  const about = useGetSchoolQuery(school);
  const list = useGetCoursesQuery(school, { refetchOnMountOrArgChange: true });
  const error = list.error ?? about.error;
  return (
    <ScrollView
      contentContainerStyle={{ padding: wide ? 26 : 20, paddingTop: 24, gap: 20, maxWidth: 1100 }}
    >
      <View>
        {about.data && (
          <Text kind="small" color={quiet}>
            {about.data.name}
          </Text>
        )}
        <Text kind="title" level={1}>
          Courses
        </Text>
      </View>
      {error && !(list.data && about.data) ? (
        <Notice
          {...explain(error)}
          onRetry={() => {
            list.refetch();
            about.refetch();
          }}
        />
      ) : list.data && about.data ? (
        <Courses courses={list.data.courses} school={about.data} />
      ) : (
        <Skeleton widths={[0.8, 0.6, 0.8, 0.6, 0.8, 0.6]} />
      )}
    </ScrollView>
  );
}

function Courses({ courses, school }: { courses: CourseSummary[]; school: School }) {
  const { quiet } = usePalette();
  if (courses.length === 0)
    return (
      <>
        <Text color={quiet}>
          Courses stand here. Begin with a working title; everything about it can be changed.
        </Text>
        {school.role === "owner" ? <NewCourse school={school} courses={courses} /> : null}
      </>
    );
  return (
    <>
      <View role="list">
        {courses.map((course) => (
          <CourseRow key={course.id} course={course} school={school} />
        ))}
      </View>
      {school.role === "owner" ? <NewCourse school={school} courses={courses} /> : null}
    </>
  );
}

function CourseRow({ course, school }: { course: CourseSummary; school: School }) {
  const { quiet, line } = usePalette();
  const wide = useWide();
  const router = useRouter();
  const { modules, lessons, minutes, enrolled, cohorts } = course;
  return (
    <View role="listitem" style={{ borderBottomWidth: 1, borderBottomColor: line }}>
      <Press
        role="link"
        onPress={() =>
          router.push(
            `/${school.slug}/courses/${course.id}${course.version === null ? "/edit" : ""}`,
          )
        }
        style={{
          paddingVertical: 18,
          gap: wide ? 32 : 10,
          flexDirection: wide ? "row" : "column",
          alignItems: wide ? "center" : "stretch",
        }}
      >
        <View style={{ flex: wide ? 1 : undefined, gap: 4 }}>
          <Text kind="heading" level={2}>
            {course.title}
          </Text>
          <Text kind="small" color={quiet}>
            {modules} modules · {lessons} lessons · {sayLength(minutes)} ·{" "}
            {enrolled === 1 ? "one person" : `${enrolled} people`} inside
            {cohorts > 0 && ` · ${cohorts === 1 ? "one cohort" : `${cohorts} cohorts`}`}
          </Text>
        </View>
        {course.version === null ? (
          <Text kind="smallStrong" color={quiet} style={{ width: wide ? 330 : undefined }}>
            Draft, not published yet
          </Text>
        ) : (
          <NextOpening course={course} school={school} wide={wide} />
        )}
      </Press>
    </View>
  );
}

function NextOpening({
  course: { nextOpening },
  school,
  wide,
}: {
  course: CourseSummary;
  school: School;
  wide: boolean;
}) {
  const { quiet } = usePalette();
  const next = read(nextOpening?.at ?? null);
  const known = next !== null && nextOpening !== null;
  return (
    <View style={{ width: wide ? 330 : undefined, flexDirection: "row", gap: 12 }}>
      <SunMark mark={known ? "scheduled" : "waiting"} size={24} />
      <View style={{ flex: 1 }}>
        <Text kind="smallStrong">
          {known
            ? `Opens next: ${sayInstant(next, zoneOf(school.timeZone), false)}`
            : "No date ahead"}
        </Text>
        <Text kind="small" color={quiet}>
          {known
            ? `for ${nextOpening.people === 1 ? "one person" : `${nextOpening.people} people`}`
            : "What opens next waits for what people do"}
        </Text>
      </View>
    </View>
  );
}
