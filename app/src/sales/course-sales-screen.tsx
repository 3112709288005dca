/** How a course is sold: the listings it is in, and putting it on sale. */
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { type InCourse, useGetCourseQuery, useGetDraftQuery } from "../courses/api";
import { CourseFrame } from "../frame/course-frame";
import { useGetSchoolQuery } from "../school/api";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Empty } from "../ui/empty";
import { Notice } from "../ui/notice";
import { Sheet } from "../ui/sheet";
import { Skeleton } from "../ui/skeleton";
import { ListingRows } from "./listing-rows";
import { NewListing } from "./new-listing";
import { SplitSheet } from "./parts/split-sheet";
import { COURSE_SALES } from "./places";
import { useGetListingsInfiniteQuery } from "./selling-api";

export function CourseSalesScreen() {
  const place = useLocalSearchParams() as unknown as InCourse;
  const { data: course } = useGetCourseQuery(place);
  const { data, error, refetch, hasNextPage, fetchNextPage } = useGetListingsInfiniteQuery(place, {
    refetchOnMountOrArgChange: true,
  });
  const may = useMay(place.school);
  const [adding, setAdding] = useState(false);
  const [splitting, setSplitting] = useState(false);
  const listings = data?.pages.flatMap((page) => page.listings) ?? [];
  const add = may("sales.change") ? (
    <PrimaryAction label="Put it on sale" letter="n" onPress={() => setAdding(true)} />
  ) : null;
  const split =
    may("sales.change") && may("courses.edit") ? (
      <QuietAction label="Split it into parts" onPress={() => setSplitting(true)} />
    ) : null;
  return (
    <CourseFrame at={place} title={course?.title} here={COURSE_SALES}>
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {!data ? (
        <Skeleton widths={[0.6, 0.5]} />
      ) : listings.length === 0 ? (
        <Empty
          title="It is not on sale"
          says="By itself or together with other courses: once, in parts, month by month, or free."
        >
          {add}
          {split}
        </Empty>
      ) : (
        <>
          <ListingRows school={place.school} listings={listings} />
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
            {add}
            {split}
          </View>
          {hasNextPage ? <QuietAction label="Show more" onPress={() => fetchNextPage()} /> : null}
        </>
      )}
      {adding ? (
        <NewListing school={place.school} course={place.course} onClose={() => setAdding(false)} />
      ) : null}
      {splitting ? (
        <Splitting
          place={place}
          price={
            listings.find(({ courses, state }) => courses.length === 1 && state === "on-sale")
              ?.price?.amount ?? null
          }
          onClose={() => setSplitting(false)}
        />
      ) : null}
    </CourseFrame>
  );
}

/** The sheet, once the outline is there. */
function Splitting({
  place,
  price,
  onClose,
}: {
  place: InCourse;
  price: number | null;
  onClose(): void;
}) {
  const { data: draft, error, refetch } = useGetDraftQuery(place);
  const { data: school } = useGetSchoolQuery({ school: place.school });
  if (!draft || !school)
    return (
      <Sheet title="Split it into parts" onClose={onClose}>
        {error ? (
          <Notice {...explain(error)} onRetry={refetch} />
        ) : (
          <Skeleton widths={[0.8, 0.6, 0.7]} />
        )}
      </Sheet>
    );
  return (
    <SplitSheet
      school={place.school}
      course={draft.course}
      currency={school.currency}
      price={price}
      onClose={onClose}
    />
  );
}
