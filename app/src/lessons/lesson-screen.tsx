/** A lesson's text. */
import { Link, useLocalSearchParams } from "expo-router";
import { ScrollView } from "react-native";
import { useGetCourseQuery } from "../courses/api";
import { explain } from "../store/api";
import { useWide } from "../ui/layout";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useTitle } from "../ui/title";
import { ownZone } from "../ui/zone";
import { useGetLessonTextQuery } from "./api";
import { LessonContent } from "./content";

export function LessonScreen() {
  const { school, course, lesson } = useLocalSearchParams() as Record<string, string>;
  const wide = useWide();
  const { quiet, dusk } = usePalette();
  const place = { school: school ?? "", course: course ?? "" };
  const { data: about } = useGetCourseQuery(place);
  const { data, error, refetch } = useGetLessonTextQuery({ ...place, lesson: lesson ?? "" });
  useTitle(data?.title ?? "Lesson");
  return (
    <ScrollView
      contentContainerStyle={{
        padding: wide ? 26 : 20,
        paddingTop: 8,
        paddingBottom: 64,
        gap: 14,
        maxWidth: 720,
      }}
    >
      <Link
        href={`/${school}/courses/${course}`}
        style={{ alignSelf: "flex-start", paddingVertical: 12 }}
      >
        <Text kind="small" color={dusk}>
          {about?.title ?? "The course"}
        </Text>
      </Link>
      {data ? (
        <>
          <Text kind="title" level={1}>
            {data.title}
          </Text>
          <Text kind="small" color={quiet}>
            {data.minutes === null ? data.kind : `${data.kind}, ${data.minutes} min`}
          </Text>
          <LessonContent
            content={data}
            title={data.title}
            course={about?.title ?? ""}
            zone={ownZone()}
            watching={null}
          />
        </>
      ) : error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : (
        <Skeleton widths={[0.6, 1, 0.95, 0.9, 0.4]} />
      )}
    </ScrollView>
  );
}
