/** One announcement: its day, its title, what it says. */
import type { Announcement } from "@dawngate/contract/page";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import type { ReactNode } from "react";
import { View } from "react-native";
import { Markdown } from "../lessons/written";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

export function AnnouncementItem({
  announcement,
  children,
}: {
  announcement: Announcement;
  children?: ReactNode;
}) {
  const { quiet, line } = usePalette();
  return (
    <View style={{ gap: 4, paddingVertical: 10, borderBottomWidth: 1, borderBottomColor: line }}>
      <Text kind="small" color={quiet}>
        {sayWrittenDate(announcement.at.slice(0, 10))}
      </Text>
      <Text kind="strong">{announcement.title}</Text>
      {announcement.text === "" ? null : <Markdown text={announcement.text} />}
      {children}
    </View>
  );
}
