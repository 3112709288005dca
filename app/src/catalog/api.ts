/** Questions about public pages. */
import type { PublicCourse } from "@dawngate/contract/catalog";
import type { InCourse } from "../courses/api";
import { api, path } from "../store/api";

export const { useGetPublicCourseQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getPublicCourse: build.query<PublicCourse, InCourse>({
      query: ({ school, course }) => path("schools", school, "catalog", course),
      providesTags: ["Public"],
    }),
  }),
});
