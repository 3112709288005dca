/** What was announced lately, for somebody who is in the course: the latest, and on a press those before it. */
import { useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { QuietAction } from "../ui/action";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { AnnouncementItem } from "./announcement-item";
import { useGetAnnouncementsInfiniteQuery } from "./api";

export function CourseAnnouncements({ place }: { place: InCourse }) {
  const { surface, line } = usePalette();
  const { data, hasNextPage, fetchNextPage } = useGetAnnouncementsInfiniteQuery(place);
  const [whole, setWhole] = useState(false);
  const all = data?.pages.flatMap((page) => page.announcements) ?? [];
  if (all.length === 0) return null;
  return (
    <View
      role="region"
      aria-label="Announcements"
      style={{
        backgroundColor: surface,
        borderWidth: 1,
        borderColor: line,
        borderRadius: 14,
        padding: 16,
        gap: 6,
        maxWidth: 720,
      }}
    >
      <Text kind="name" level={2}>
        Announcements
      </Text>
      {(whole ? all : all.slice(0, 1)).map((announcement) => (
        <AnnouncementItem key={announcement.id} announcement={announcement} />
      ))}
      {whole ? (
        hasNextPage ? (
          <QuietAction label="Show more" onPress={() => fetchNextPage()} />
        ) : null
      ) : all.length > 1 ? (
        <QuietAction label="Those before" onPress={() => setWhole(true)} />
      ) : null}
    </View>
  );
}
