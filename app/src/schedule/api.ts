/** The one question of the schedule: what opens when, for whom. */
import type { TimelineAnswer, TimelineQuery } from "@dawngate/contract";
import type { InCourse } from "../courses/api";
import { api, path } from "../store/api";

export const { useGetTimelineQuery } = api.injectEndpoints({
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
  }),
});
