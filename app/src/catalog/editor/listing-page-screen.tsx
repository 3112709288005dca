/** The public page of something on sale, as those make it who sell. */
import { useLocalSearchParams } from "expo-router";
import { useMay } from "../../school/may";
import { Coming, titleComing } from "../../store/coming";
import { Page } from "../../ui/page";
import {
  useChangeListingPageMutation,
  useGetListingPageQuery,
  useGetPublicListingQuery,
} from "../api";
import { shownListing } from "../shown";
import { PageEditor } from "./page-editor";

export function ListingPageScreen() {
  const place = useLocalSearchParams() as { school: string; listing: string };
  const may = useMay(place.school);
  const page = useGetListingPageQuery(place, { refetchOnMountOrArgChange: true });
  const listing = useGetPublicListingQuery(place, { refetchOnMountOrArgChange: true });
  const [change, { error, isLoading }] = useChangeListingPageMutation();
  const { data } = listing;
  const problem = page.error ?? listing.error;
  const above = { text: data?.title ?? "Sales", href: `/${place.school}/sales/${place.listing}` };
  if (!page.data || !data)
    return (
      <Page title={titleComing(problem)} above={above}>
        <Coming error={problem} onRetry={page.error ? page.refetch : listing.refetch} />
      </Page>
    );
  return (
    <Page title="Its page" above={above} full dense>
      <PageEditor
        kept={page.data}
        shown={shownListing(place.school, data, listing.refetch)}
        may={may("sales.change")}
        base={`/${place.school}/p`}
        change={async (body) => {
          const answer = await change({ ...place, body });
          return ("data" in answer && answer.data) || null;
        }}
        error={error}
        isKeeping={isLoading}
      />
    </Page>
  );
}
