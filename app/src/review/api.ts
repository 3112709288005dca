/** Questions about what publishing would do. */
import type { RippleAnswer } from "@dawngate/contract";
import { coursePath, type InCourse } from "../courses/api";
import { api } from "../store/api";

export const { useGetRippleQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getRipple: build.query<RippleAnswer, InCourse>({
      query: (place) => coursePath(place, "ripple"),
      keepUnusedDataFor: 0,
    }),
  }),
});
