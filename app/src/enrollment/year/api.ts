/** The question about the year. */
import { api } from "../../store/api";
import { readsPages } from "../../store/ask";

export const { useGetYearInfiniteQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getYear: readsPages(build, "getYear", "after"),
  }),
});
