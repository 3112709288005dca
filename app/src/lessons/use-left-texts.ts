/** Hands over, as a course is opened for editing, what was typed into its lessons and did not get to the server. */
import { useEffect } from "react";
import type { InCourse } from "../courses/api";
import { useKeepLessonMutation } from "./api";
import { lessonsLeft, readLeft, writeLeft } from "./left-texts";

export function useLeftTexts({ school, course }: InCourse): void {
  const [keep] = useKeepLessonMutation();
  useEffect(() => {
    const place = { school, course };
    const hand = async (lesson: string) => {
      const left = readLeft(place, lesson);
      if (!left) return writeLeft(place, lesson, null);
      const answer = await keep({ ...place, lesson, body: left });
      const status = (answer.error as { status?: unknown } | undefined)?.status;
      // Of a lesson that is gone nothing is kept; what somebody else wrote in between is shown where it is opened.
      if (!answer.error || status === 404) writeLeft(place, lesson, null);
    };
    void (async () => {
      for (const lesson of lessonsLeft(place)) await hand(lesson);
    })();
  }, [school, course, keep]);
}
