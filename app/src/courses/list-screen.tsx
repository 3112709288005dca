/** The school's courses: how large each is, who is in it, and what opens next. */
import type { CourseSummary } from "@dawngate/contract/courses";
import type { School } from "@dawngate/contract/school";
import { countWords, wordsOf } from "@dawngate/core/courses";
import { sayInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useState } from "react";
import { ScrollView, View } from "react-native";
import { read } from "../schedule/horizon/scale";
import { useGetSchoolQuery } from "../school/api";
import { explain } from "../store/api";
import { Icon } from "../ui/icon";
import { useWide } from "../ui/layout";
import { Notice } from "../ui/notice";
import { Press } from "../ui/press";
import { Skeleton } from "../ui/skeleton";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useTitle } from "../ui/title";
import { useGetCoursesQuery } from "./api";
import { ArrangeSheet } from "./arrange-sheet";
import { Filters, grouped, isFound, SHOWN, type Show } from "./filters";
import { sayLength } from "./length";
import { NewCourse } from "./new-course";

export function CourseListScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const wide = useWide();
  const { quiet } = usePalette();
  useTitle("Courses");
  const about = useGetSchoolQuery({ school });
  const list = useGetCoursesQuery({ school }, { refetchOnMountOrArgChange: true });
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
  const [search, setSearch] = useState("");
  const [show, setShow] = useState<Show>("current");
  const [open, setOpen] = useState<string | null>(null);
  const owner = school.may.includes("courses.make");
  if (courses.length === 0)
    return (
      <>
        <Text color={quiet}>
          Courses stand here. Begin with a working title; everything about it can be changed.
        </Text>
        {owner ? <NewCourse school={school} courses={courses} /> : null}
      </>
    );
  const found = courses.filter((course) => SHOWN[show](course) && isFound(course, search));
  const groups = grouped(found);
  const chosen = courses.find(({ id }) => id === open);
  return (
    <>
      {courses.length > 1 ? (
        <Filters
          search={search}
          onSearch={setSearch}
          show={show}
          onShow={setShow}
          courses={courses}
        />
      ) : null}
      {found.length === 0 ? (
        <Text role="status" color={quiet}>
          {search.trim() === ""
            ? "No course of this kind."
            : `No course is called “${search.trim()}”.`}
        </Text>
      ) : null}
      {groups.map(([group, list]) => (
        <View key={group} style={{ gap: 4 }}>
          {group === "" ? null : (
            <Text kind="strong" level={2} color={quiet}>
              {group}
            </Text>
          )}
          <View role="list" aria-label={group === "" ? "Courses" : group}>
            {list.map((course) => (
              <CourseRow
                key={course.id}
                course={course}
                school={school}
                onArrange={owner ? () => setOpen(course.id) : null}
              />
            ))}
          </View>
        </View>
      ))}
      {owner ? <NewCourse school={school} courses={courses} /> : null}
      {chosen ? (
        <ArrangeSheet
          school={school.slug}
          course={chosen}
          courses={courses}
          onClose={() => setOpen(null)}
        />
      ) : null}
    </>
  );
}

interface RowProps {
  course: CourseSummary;
  school: School;
  /** Null: not for this role. */
  onArrange: (() => void) | null;
}

function CourseRow({ course, school, onArrange }: RowProps) {
  const { quiet, line } = usePalette();
  const wide = useWide();
  const router = useRouter();
  const { modules, lessons, minutes, enrolled, cohorts } = course;
  const words = wordsOf(school.words);
  return (
    <View
      role="listitem"
      style={{
        borderBottomWidth: 1,
        borderBottomColor: line,
        flexDirection: "row",
        alignItems: "center",
      }}
    >
      <Press
        role="link"
        onPress={() =>
          router.push(
            `/${school.slug}/courses/${course.id}${course.version !== null ? "" : school.may.includes("courses.edit") ? "/edit" : "/remarks"}`,
          )
        }
        style={{
          flex: 1,
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
            {countWords(words, "module", modules)} · {countWords(words, "lesson", lessons)} ·{" "}
            {sayLength(minutes)} · {enrolled === 1 ? "one person" : `${enrolled} people`} inside
            {cohorts > 0 && ` · ${cohorts === 1 ? "one cohort" : `${cohorts} cohorts`}`}
          </Text>
        </View>
        {course.archived ? (
          <Text kind="smallStrong" color={quiet} style={{ width: wide ? 330 : undefined }}>
            In the archive: takes nobody any more
          </Text>
        ) : course.version === null ? (
          <Text kind="smallStrong" color={quiet} style={{ width: wide ? 330 : undefined }}>
            Draft, not published yet
          </Text>
        ) : (
          <NextOpening course={course} school={school} wide={wide} />
        )}
      </Press>
      {onArrange ? (
        <Press
          onPress={onArrange}
          aria-label={`Arrange ${course.title}`}
          style={{ width: 44, alignItems: "center", justifyContent: "center" }}
        >
          <Icon name="chevron-down" color={quiet} />
        </Press>
      ) : null}
    </View>
  );
}

function NextOpening({
  course: { nextOpening, enrolled },
  school,
  wide,
}: {
  course: CourseSummary;
  school: School;
  wide: boolean;
}) {
  const { quiet } = usePalette();
  const somebody = enrolled > 0;
  const next = read(nextOpening?.at ?? null);
  const known = next !== null && nextOpening !== null;
  return (
    <View style={{ width: wide ? 330 : undefined, flexDirection: "row", gap: 12 }}>
      <SunMark mark={known ? "scheduled" : "waiting"} size={24} />
      <View style={{ flex: 1 }}>
        <Text kind="smallStrong">
          {known
            ? `Opens next: ${sayInstant(next, zoneOf(school.timeZone), false)}`
            : somebody
              ? "No date ahead"
              : "Nobody is in it yet"}
        </Text>
        <Text kind="small" color={quiet}>
          {known
            ? `for ${nextOpening.people === 1 ? "one person" : `${nextOpening.people} people`}`
            : somebody
              ? "What opens next waits for what people do"
              : "Dates come with the first who enrolls"}
        </Text>
      </View>
    </View>
  );
}
