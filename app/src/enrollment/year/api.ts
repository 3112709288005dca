/** Questions about the year. */
import { api } from "../../store/api";
import { does, reads, readsPages } from "../../store/ask";

export const {
  useGetYearInfiniteQuery,
  useGetYearFeedQuery,
  useRenewYearFeedMutation,
  useDropYearFeedMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getYear: readsPages(build, "getYear", "after"),
    getYearFeed: reads(build, "getYearFeed"),
    renewYearFeed: does(build, "renewYearFeed"),
    dropYearFeed: does(build, "dropYearFeed"),
  }),
});
