/** Something on sale as everybody may see it: what is in it, what it costs today, and the way to buy it. */
import { useLocalSearchParams } from "expo-router";
import { ScrollView } from "react-native";
import { Coming, titleComing } from "../store/coming";
import { Page } from "../ui/page";
import { useTitle } from "../ui/title";
import { useGetPublicListingQuery } from "./api";
import { PageBlocks } from "./lazy-page";
import { shownListing } from "./shown";

export function PublicListingScreen() {
  const place = useLocalSearchParams() as { school: string; listing: string };
  const { data, error, refetch } = useGetPublicListingQuery(place, {
    refetchOnMountOrArgChange: true,
  });
  useTitle(data?.title ?? "On sale");
  if (!data)
    return (
      <Page title={titleComing(error)}>
        <Coming error={error} onRetry={refetch} />
      </Page>
    );
  return (
    <ScrollView style={{ width: "100%" }}>
      <PageBlocks shown={shownListing(place.school, data, refetch)} blocks={data.blocks} />
    </ScrollView>
  );
}
