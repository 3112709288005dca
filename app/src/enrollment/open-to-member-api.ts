/** Questions to the API about what memberships open. */
import { api } from "../store/api";
import { readsPages } from "../store/ask";

export const { useGetMemberCoursesInfiniteQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getMemberCourses: readsPages(build, "getMemberCourses", "after"),
  }),
});
