/** The outline out again: as Markdown that comes back in unchanged, and as a printed syllabus. */
import { writeMarkdown } from "@dawngate/core/courses/paper";
import type { PlanCourse } from "@dawngate/core/plan";
import { useRouter } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { useGetTextsQuery } from "../../lessons/api";
import { explain } from "../../store/api";
import { QuietAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { copyText, fileName, saveFile } from "../../ui/save-file";
import { Sheet } from "../../ui/sheet";
import { Skeleton } from "../../ui/skeleton";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import type { InCourse } from "../api";

interface Props {
  place: InCourse;
  course: PlanCourse;
  description: string;
  /** Null: never published, so there is nothing to print yet. */
  published: boolean;
  onClose(): void;
}

export function OutSheet({ place, course, description, published, onClose }: Props) {
  const { quiet } = usePalette();
  const router = useRouter();
  const { data, error, refetch } = useGetTextsQuery(place, { refetchOnMountOrArgChange: true });
  const [said, setSaid] = useState("");
  const markdown = () =>
    writeMarkdown(course, new Map(Object.entries(data?.texts ?? {})), description);
  return (
    <Sheet title="Download the outline" onClose={onClose}>
      <View style={{ gap: 10 }}>
        <Text kind="strong">Markdown</Text>
        <Text color={quiet}>
          Titles, kinds, lengths and texts, for any editor. Pasted under “Paste an outline” again,
          it changes nothing but what you changed.
        </Text>
        {error ? (
          <Notice {...explain(error)} onRetry={refetch} />
        ) : data ? (
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
            <QuietAction
              label="Copy"
              onPress={async () =>
                setSaid(
                  (await copyText(markdown()))
                    ? "Copied."
                    : "The browser does not allow copying here; save it as a file instead.",
                )
              }
            />
            <QuietAction
              label="Save as a file"
              onPress={() => {
                saveFile(`${fileName(course.title)}.md`, markdown(), "text/markdown");
                setSaid("Saved where your browser saves files.");
              }}
            />
          </View>
        ) : (
          <Skeleton widths={[0.5]} />
        )}
        <Text kind="small" role="status">
          {said}
        </Text>
      </View>
      <View style={{ gap: 10 }}>
        <Text kind="strong">Syllabus</Text>
        <Text color={quiet}>
          {published
            ? "What is published, with the dates of a cohort or of somebody who enrolls on a day, ready to print."
            : "Once the course is published, it can be printed with its dates."}
        </Text>
        {published ? (
          <QuietAction
            label="See the syllabus"
            onPress={() => router.push(`/${place.school}/courses/${place.course}/syllabus`)}
          />
        ) : null}
      </View>
    </Sheet>
  );
}
