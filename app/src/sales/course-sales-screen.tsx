/** How a course is sold: the listings it is in, and putting it on sale. */
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { type InCourse, useGetCourseQuery } from "../courses/api";
import { CourseFrame } from "../frame/course-frame";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Empty } from "../ui/empty";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { ListingRows } from "./listing-rows";
import { NewListing } from "./new-listing";
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
  const listings = data?.pages.flatMap((page) => page.listings) ?? [];
  const add = may("sales.change") ? (
    <PrimaryAction label="Put it on sale" letter="n" onPress={() => setAdding(true)} />
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
        </Empty>
      ) : (
        <>
          <ListingRows school={place.school} listings={listings} />
          {add}
          {hasNextPage ? <QuietAction label="Show more" onPress={() => fetchNextPage()} /> : null}
        </>
      )}
      {adding ? (
        <NewListing school={place.school} course={place.course} onClose={() => setAdding(false)} />
      ) : null}
    </CourseFrame>
  );
}
