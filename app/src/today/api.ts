/** Questions about today, and about anything. */
import { api } from "../store/api";
import { reads } from "../store/ask";

export const { useGetTodayQuery, useFindAnythingQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getToday: reads(build, "getToday"),
    findAnything: reads(build, "findAnything", { keepUnusedDataFor: 10 }),
  }),
});
