/** Somebody's dates: never another person's while theirs are on the way, and theirs of a moment ago while the instant moves. */
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { skipToken } from "@reduxjs/toolkit/query";
import { useRef } from "react";
import type { InCourse } from "../courses/api";
import { useGetTimelineQuery } from "./api";
import { asQuery, type Who } from "./as-if/as-if";

export function useTimelineOf(place: InCourse, who: Who | undefined, at: string | null) {
  const { currentData, error, refetch } = useGetTimelineQuery(
    who ? { ...place, ...asQuery({ who, at }) } : skipToken,
  );
  const name = JSON.stringify(who);
  const kept = useRef<{ name: string; timeline: TimelineAnswer } | null>(null);
  if (currentData) kept.current = { name, timeline: currentData };
  const timeline = who && kept.current?.name === name ? kept.current.timeline : undefined;
  return { timeline, error: currentData ? undefined : error, refetch };
}
