/** Questions of the schedule: what opens when, for one person, and for everybody. */
import type { Everybody, TimelineAnswer, TimelineQuery } from "@dawngate/contract/schedule";
import type { InCourse } from "../courses/api";
import { api, path } from "../store/api";

export const { useGetTimelineQuery, useGetEverybodyQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getTimeline: build.query<TimelineAnswer, InCourse & { query: TimelineQuery }>({
      query: ({ school, course, query }) => ({
        url: path("schools", school, "courses", course, "timeline"),
        params: query,
      }),
      providesTags: ["Timeline"],
      // Dragging the instant asks much; what is off the screen need not be remembered for long.
      keepUnusedDataFor: 30,
    }),
    getEverybody: build.query<Everybody, InCourse>({
      query: ({ school, course }) => path("schools", school, "courses", course, "everybody"),
      providesTags: ["Timeline"],
      keepUnusedDataFor: 0,
    }),
  }),
});
