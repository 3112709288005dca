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
import { Sheet } from "../../ui/sheet";
import { Skeleton } from "../../ui/skeleton";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { AnnouncementItem } from "../announcement-item";
import {
  useAddAnnouncementMutation,
  useChangeAnnouncementMutation,
  useGetAnnouncementsInfiniteQuery,
  useRemoveAnnouncementMutation,
} from "../api";
import { ANNOUNCEMENTS } from "../places";

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
                  <Text kind="small" color={quiet} style={{ flexGrow: 1 }}>
                    {announcement.onPage ? "Visitors read it too" : "Only for those who are in"}
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
          announcement={open === "new" ? null : open}
          onClose={() => setOpen(null)}
        />
      )}
    </CourseFrame>
  );
}

function AnnouncementSheet({
  place,
  announcement,
  onClose,
}: {
  place: InCourse;
  /** Null: a new one. */
  announcement: Announcement | null;
  onClose(): void;
}) {
  const { quiet } = usePalette();
  const [title, setTitle] = useState(announcement?.title ?? "");
  const [text, setText] = useState(announcement?.text ?? "");
  const [onPage, setOnPage] = useState(announcement?.onPage ?? false);
  const [add, adding] = useAddAnnouncementMutation();
  const [change, changing] = useChangeAnnouncementMutation();
  const [remove, removing] = useRemoveAnnouncementMutation();
  const error = adding.error ?? changing.error ?? removing.error;
  const keep = async () => {
    const body = { title, text, onPage };
    const answer = announcement
      ? await change({ ...place, announcement: announcement.id, body })
      : await add({ ...place, body });
    if ("data" in answer && answer.data) onClose();
  };
  const back = async () => {
    if (!announcement) return;
    const answer = await remove({ ...place, announcement: announcement.id });
    if ("data" in answer && answer.data) onClose();
  };
  return (
    <Sheet
      title={announcement ? "Change what was announced" : "Announce something"}
      onClose={onClose}
    >
      <TextField label="Title" value={title} maxLength={200} onChangeText={setTitle} />
      <TextField
        label="What there is to say, in Markdown"
        value={text}
        maxLength={10_000}
        multiline
        onChangeText={setText}
        style={{ minHeight: 160 }}
      />
      <Switched
        label="Visitors read it too"
        says="It stands on the public page, where that has a block for it."
        on={onPage}
        onChange={setOnPage}
      />
      {announcement ? null : (
        <Text kind="small" color={quiet}>
          Whoever is in the course is told by mail, at night when their morning comes.
        </Text>
      )}
      {error ? <Notice {...explain(error)} /> : null}
      <PrimaryAction
        label={announcement ? "Keep it" : "Announce it"}
        busy={adding.isLoading || changing.isLoading}
        disabled={title.trim() === ""}
        onPress={keep}
      />
      {announcement ? (
        <QuietAction label="Take it back" busy={removing.isLoading} onPress={back} />
      ) : null}
    </Sheet>
  );
}
