/** A course's public page, as its author makes it. */
import { useLocalSearchParams } from "expo-router";
import type { InCourse } from "../../courses/api";
import { CourseFrame } from "../../frame/course-frame";
import { useMay } from "../../school/may";
import { Coming } from "../../store/coming";
import {
  useChangeCoursePageMutation,
  useGetCoursePageQuery,
  useGetPublicCourseQuery,
} from "../api";
import { PAGE } from "../places";
import { shownCourse } from "../shown";
import { PageEditor } from "./page-editor";

export function CoursePageScreen() {
  const place = useLocalSearchParams() as unknown as InCourse;
  const may = useMay(place.school);
  const page = useGetCoursePageQuery(place, { refetchOnMountOrArgChange: true });
  const course = useGetPublicCourseQuery(place);
  const [change, { error, isLoading }] = useChangeCoursePageMutation();
  const { data } = course;
  return (
    <CourseFrame at={place} title={data?.title} here={PAGE} full dense>
      {page.data && data ? (
        <PageEditor
          kept={page.data}
          shown={shownCourse(place.school, data, course.refetch)}
          may={may("courses.edit")}
          base={`/${place.school}/c`}
          change={async (body) => {
            const answer = await change({ ...place, body });
            return ("data" in answer && answer.data) || null;
          }}
          error={error}
          isKeeping={isLoading}
        />
      ) : (
        <Coming
          error={page.error ?? course.error}
          onRetry={page.error ? page.refetch : course.refetch}
        />
      )}
    </CourseFrame>
  );
}
