/** What is announced in a course: to whoever is in it and, where that is wanted, to visitors. */
import type { Announcement } from "@dawngate/contract/page";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { type InCourse, useGetCourseQuery } from "../../courses/api";
import { CourseFrame } from "../../frame/course-frame";
import { useMay } from "../../school/may";
import { explain } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Empty } from "../../ui/empty";
import { Notice } from "../../ui/notice";
import { Skeleton } from "../../ui/skeleton";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { AnnouncementItem } from "../announcement-item";
import { useGetAnnouncementsInfiniteQuery } from "../api";
import { ANNOUNCEMENTS } from "../places";
import { AnnouncementSheet } from "./announcement-sheet";

export function AnnouncementsScreen() {
  const place = useLocalSearchParams() as unknown as InCourse;
  const { quiet } = usePalette();
  const { data: course } = useGetCourseQuery(place);
  const { data, error, refetch, hasNextPage, fetchNextPage } = useGetAnnouncementsInfiniteQuery(
    place,
    {
      refetchOnMountOrArgChange: true,
    },
  );
  const may = useMay(place.school)("courses.edit");
  const [open, setOpen] = useState<Announcement | "new" | null>(null);
  const all = data?.pages.flatMap((page) => page.announcements) ?? [];
  const add = may ? (
    <PrimaryAction label="Announce something" letter="n" onPress={() => setOpen("new")} />
  ) : null;
  return (
    <CourseFrame at={place} title={course?.title} here={ANNOUNCEMENTS}>
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {!data ? (
        <Skeleton widths={[0.6, 0.5]} />
      ) : all.length === 0 ? (
        <Empty
          title="Nothing is announced"
          says="A word to everybody who is in this course; to visitors too, where you want it."
        >
          {add}
        </Empty>
      ) : (
        <>
          {add}
          <View style={{ maxWidth: 720 }}>
            {all.map((announcement) => (
              <AnnouncementItem key={announcement.id} announcement={announcement}>
                <View style={{ flexDirection: "row", alignItems: "center", gap: 12 }}>
                  <Text kind="small" color={quiet} style={{ flexGrow: 1, flexShrink: 1 }}>
                    {sayFor(announcement, course?.cohorts ?? [])}
                  </Text>
                  {may ? (
                    <QuietAction
                      label="Change"
                      says={`Change ${announcement.title}`}
                      onPress={() => setOpen(announcement)}
                    />
                  ) : null}
                </View>
              </AnnouncementItem>
            ))}
          </View>
          {hasNextPage ? <QuietAction label="Show more" onPress={() => fetchNextPage()} /> : null}
        </>
      )}
      {open === null ? null : (
        <AnnouncementSheet
          place={place}
          cohorts={course?.cohorts ?? []}
          people={course?.people ?? 0}
          announcement={open === "new" ? null : open}
          onClose={() => setOpen(null)}
        />
      )}
    </CourseFrame>
  );
}

/** Whom it is for, and that it has not gone out yet. */
function sayFor(
  { cohort, onPage, at }: Announcement,
  cohorts: readonly { id: string; name: string }[],
): string {
  const whose =
    cohort !== null
      ? `For cohort ${cohorts.find(({ id }) => id === cohort)?.name ?? cohort}`
      : onPage
        ? "Visitors read it too"
        : "Only for those who are in";
  return Date.parse(at) > Date.now() ? `${whose}. It has not gone out yet` : whose;
}
