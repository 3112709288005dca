/** A course as everybody may see it: what it is, when one would learn what, the ways in, and samples to read. */
import { useLocalSearchParams } from "expo-router";
import { ScrollView } from "react-native";
import { Coming, titleComing } from "../store/coming";
import { Page } from "../ui/page";
import { useTitle } from "../ui/title";
import { useGetPublicCourseQuery } from "./api";
import { PageBlocks } from "./lazy-page";
import { shownCourse } from "./shown";

export function PublicCourseScreen() {
  const { school, course, join } = useLocalSearchParams() as Record<"school" | "course", string> & {
    join?: string;
  };
  const asked = { school, course, join: join ?? null };
  const { data, error, refetch } = useGetPublicCourseQuery(asked, {
    refetchOnMountOrArgChange: true,
  });
  useTitle(data?.title ?? "A course");
  if (!data)
    return (
      <Page title={titleComing(error)}>
        <Coming error={error} onRetry={refetch} />
      </Page>
    );
  return (
    <ScrollView style={{ width: "100%" }}>
      <PageBlocks shown={shownCourse(school, data, refetch)} blocks={data.blocks} />
    </ScrollView>
  );
}
