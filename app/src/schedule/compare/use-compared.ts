/** The dates of up to three people beside the one whose schedule it is. */
import type { Course, TimelineAnswer, TimelineQuery } from "@dawngate/contract";
import { skipToken } from "@reduxjs/toolkit/query";
import { useMemo } from "react";
import { useGetTimelineQuery } from "../api";
import { asQuery, type Who } from "../as-if/as-if";
import { sayWho } from "../as-if/say-who";
import type { Compared } from "../schedule";

/** Four lanes are as many as one can tell apart. */
export const MOST = 3;
const LETTERS = ["B", "C", "D"] as const;

export function useCompared(
  school: string,
  course: Course,
  people: readonly Who[],
  at: string | null,
): readonly Compared[] {
  const [first, second, third] = people;
  const ask = (who: Who | undefined) => {
    const query: TimelineQuery | null = who ? asQuery({ who, at }) : null;
    return query ? { school, course: course.id, query } : skipToken;
  };
  // Hooks stand in a fixed number: each lane asks for itself.
  const b = useGetTimelineQuery(ask(first));
  const c = useGetTimelineQuery(ask(second));
  const d = useGetTimelineQuery(ask(third));
  const [inB, inC, inD] = [first && b.data, second && c.data, third && d.data];
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
