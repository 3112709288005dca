/** A lesson as its reader will meet it on a phone: what is typed is there at once. */
import type { LessonContent as Content } from "@dawngate/contract/lessons";
import { View } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { LessonContent, LessonHero } from "../content";
import { isHero } from "../kinds/hero";

interface Props {
  lesson: { title: string };
  course: string;
  zone: string;
  content: Content;
}

export function AsRead({ lesson: { title }, course, zone, content }: Props) {
  const { frame, onFrameQuiet, paper, line } = usePalette();
  const shown = { content, title, course, zone, watching: null };
  return (
    <View
      aria-label="As it is read on a phone"
      role="group"
      style={{
        borderWidth: 1,
        borderColor: line,
        borderRadius: 22,
        overflow: "hidden",
        backgroundColor: paper,
      }}
    >
      <View style={{ backgroundColor: frame }}>
        <Text
          kind="small"
          color={onFrameQuiet}
          numberOfLines={1}
          style={{ paddingHorizontal: 16, paddingVertical: 10 }}
        >
          {`‹ ${course}`}
        </Text>
        {isHero(content) ? <LessonHero {...shown} /> : null}
      </View>
      <View style={{ padding: 16, gap: 16 }}>
        <Text kind="title" level={3} style={{ fontSize: 22, lineHeight: 28 }}>
          {title.trim() || "Untitled"}
        </Text>
        <LessonContent {...shown} heroElsewhere />
      </View>
    </View>
  );
}
