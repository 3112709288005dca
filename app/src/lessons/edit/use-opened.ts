/** A lesson as it was when it was opened: what is kept from then on is known to who opened it. */
import type { LessonDraft } from "@dawngate/contract/lessons";
import { useEffect, useState } from "react";
import type { InCourse } from "../../courses/api";
import { useGetLessonDraftQuery, useKeepLessonMutation, useKeepPartMutation } from "../api";

/** What an editor that has just been left may still be keeping is seen by the next one, by this. */
export const keptBy = (what: "text" | "part", { school, course }: InCourse, lesson: string) => ({
  fixedCacheKey: `${what} ${school}/${course}/${lesson}`,
});

/** `opened` is null until it has come. */
export function useOpened(place: InCourse, lesson: string) {
  const asked = useGetLessonDraftQuery({ ...place, lesson }, { refetchOnMountOrArgChange: true });
  const [, text] = useKeepLessonMutation(keptBy("text", place, lesson));
  const [, part] = useKeepPartMutation(keptBy("part", place, lesson));
  const [opened, setOpened] = useState<LessonDraft | null>(null);
  const busy = asked.isFetching || text.isLoading || part.isLoading;
  const { currentData } = asked;
  useEffect(() => {
    if (!currentData || busy) return;
    // It was asked for before that was kept, perhaps, and comes after it.
    const kept = text.data && text.data.revision > currentData.revision ? text.data : null;
    const shown = part.data && part.data.partRevision > currentData.partRevision ? part.data : null;
    const { text: words, revision } = kept ?? currentData;
    setOpened((before) => before ?? { ...currentData, ...shown, text: words, revision });
  }, [currentData, busy, text.data, part.data]);
  return { opened, error: asked.error, busy, refetch: asked.refetch };
}
