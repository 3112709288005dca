/** Questions about the schedule. */
import { api } from "../store/api";
import { reads } from "../store/ask";

export const { useGetTimelineQuery, useGetEnrollmentPlanQuery, useGetEverybodyQuery } =
  api.injectEndpoints({
    endpoints: (build) => ({
      // Dragging the instant asks much; what is off the screen need not be remembered for long.
      getTimeline: reads(build, "getTimeline", { keepUnusedDataFor: 30 }),
      getEnrollmentPlan: reads(build, "getEnrollmentPlan"),
      getEverybody: reads(build, "getEverybody", { keepUnusedDataFor: 0 }),
    }),
  });
