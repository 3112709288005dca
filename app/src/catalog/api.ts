/** Questions about public pages. */
import { api } from "../store/api";
import { reads } from "../store/ask";

export const { useGetPublicCourseQuery } = api.injectEndpoints({
  endpoints: (build) => ({ getPublicCourse: reads(build, "getPublicCourse") }),
});
