/** The dates of up to three people beside the one whose schedule it is. */
import type { Course } from "@dawngate/contract/courses";
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { useMemo } from "react";
import type { InCourse } from "../../courses/api";
import type { Who } from "../as-if/as-if";
import { sayWho } from "../as-if/say-who";
import type { Compared } from "../schedule";
import { useTimelineOf } from "../use-timeline-of";

/** Four lanes are as many as one can tell apart. */
export const MOST = 3;
const LETTERS = ["B", "C", "D"] as const;

export function useCompared(
  place: InCourse,
  course: Course,
  people: readonly Who[],
  at: string | null,
): readonly Compared[] {
  const [first, second, third] = people;
  // Hooks stand in a fixed number: each lane asks for itself.
  const { timeline: inB } = useTimelineOf(place, first, at);
  const { timeline: inC } = useTimelineOf(place, second, at);
  const { timeline: inD } = useTimelineOf(place, third, at);
  return useMemo(() => {
    const known: (TimelineAnswer | undefined)[] = [inB, inC, inD];
    return people.flatMap((who, i): Compared[] => {
      const timeline = known[i];
      const letter = LETTERS[i];
      return timeline && letter
        ? [{ letter, name: `${letter}: ${sayWho(course, who, timeline)}`, timeline }]
        : [];
    });
  }, [people, inB, inC, inD, course]);
}
