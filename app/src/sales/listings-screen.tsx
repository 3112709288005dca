/** What is put on sale: each with its price today, and a new one from the top. */
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Empty } from "../ui/empty";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Skeleton } from "../ui/skeleton";
import { TextLink } from "../ui/text-link";
import { ListingRows } from "./listing-rows";
import { NewListing } from "./new-listing";
import { SalesSides } from "./sales-sides";
import { useGetListingsInfiniteQuery } from "./selling-api";

export function ListingsScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data, error, refetch, hasNextPage, fetchNextPage } = useGetListingsInfiniteQuery(
    { school },
    { refetchOnMountOrArgChange: true },
  );
  const may = useMay(school);
  const [adding, setAdding] = useState(false);
  const listings = data?.pages.flatMap((page) => page.listings) ?? [];
  const add = may("sales.change") ? (
    <PrimaryAction label="Put something on sale" letter="n" onPress={() => setAdding(true)} />
  ) : null;
  return (
    <Page title="Sales" dense>
      <SalesSides school={school} here="listings" />
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {!data ? (
        <Skeleton widths={[0.6, 0.5, 0.7]} />
      ) : listings.length === 0 ? (
        <Empty
          title="Nothing is on sale yet"
          says="A course, or several together, with the ways to pay for them: once, in parts, month by month, or free."
        >
          {add}
        </Empty>
      ) : (
        <>
          {add}
          <ListingRows school={school} listings={listings} />
          <TextLink href={`/${school}`}>The catalog, as everybody sees it</TextLink>
          {hasNextPage ? <QuietAction label="Show more" onPress={() => fetchNextPage()} /> : null}
        </>
      )}
      {adding ? <NewListing school={school} onClose={() => setAdding(false)} /> : null}
    </Page>
  );
}
