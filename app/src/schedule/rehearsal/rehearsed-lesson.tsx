/** What stands in a lesson, as its enrollee would read it; opening it here is not put on record. */
import type { InCourse } from "../../courses/api";
import { useGetLessonTextQuery } from "../../lessons/api";
import { LessonContent } from "../../lessons/content";
import { explain } from "../../store/api";
import { Notice } from "../../ui/notice";
import { Sheet } from "../../ui/sheet";
import { Skeleton } from "../../ui/skeleton";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { ownZone } from "../../ui/zone";

interface Props {
  place: InCourse;
  lesson: string;
  onClose(): void;
}

export function RehearsedLesson({ place, lesson, onClose }: Props) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetLessonTextQuery({ ...place, lesson });
  return (
    <Sheet title={data?.title ?? "…"} onClose={onClose}>
      {data ? (
        <LessonContent
          content={data}
          title={data.title}
          course={place.course}
          zone={ownZone()}
          watching={null}
        />
      ) : error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : (
        <Skeleton widths={[1, 0.9, 0.4]} />
      )}
      <Text kind="small" color={quiet}>
        A rehearsal: that it was opened here is on nobody's record.
      </Text>
    </Sheet>
  );
}
