/** A sample lesson, read without coming in. */
import type { InCourse } from "../courses/api";
import { LessonContent } from "../lessons/content";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Sheet } from "../ui/sheet";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { useGetSampleQuery } from "./api";

interface Props {
  place: InCourse;
  lesson: string;
  onClose(): void;
}

export function SampleSheet({ place, lesson, onClose }: Props) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetSampleQuery({ ...place, lesson });
  return (
    <Sheet title={data?.title ?? "…"} onClose={onClose}>
      {data ? (
        <>
          <Text kind="small" color={quiet}>
            {[
              "a sample",
              data.kind,
              ...(data.minutes === null ? [] : [`${data.minutes} min`]),
            ].join(" · ")}
          </Text>
          <LessonContent
            content={data}
            title={data.title}
            course={data.course}
            zone={ownZone()}
            watching={null}
            lesson="sample"
          />
          <PrimaryAction label="How to get in" onPress={onClose} />
        </>
      ) : error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : (
        <Skeleton widths={[1, 0.9, 0.6]} />
      )}
    </Sheet>
  );
}
