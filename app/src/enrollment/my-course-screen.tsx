/** A course as its enrollee meets it. */
import { useLocalSearchParams, useRouter } from "expo-router";
import { explain } from "../store/api";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Skeleton } from "../ui/skeleton";
import { useGetMyCourseQuery } from "./api";
import { CourseOutline } from "./course-outline";

export function MyCourseScreen() {
  const place = useLocalSearchParams() as { school: string; enrollment: string };
  const router = useRouter();
  const { data, error, refetch } = useGetMyCourseQuery(place, { refetchOnMountOrArgChange: true });
  const shelf = { text: "Shelf", href: `/${place.school}/shelf` };
  if (!data)
    return (
      <Page title={error ? "Not here" : "…"} above={shelf}>
        {error ? (
          <Notice {...explain(error)} onRetry={refetch} />
        ) : (
          <Skeleton widths={[0.8, 0.6, 0.7, 0.5]} />
        )}
      </Page>
    );
  return (
    <Page title={data.title} above={shelf}>
      <CourseOutline
        course={data}
        onEnter={(lesson) => router.push(`/${place.school}/shelf/${place.enrollment}/${lesson}`)}
      />
    </Page>
  );
}
