/** Questions about what one was told. */
import { api } from "../../store/api";
import { does, readsPages } from "../../store/ask";

export const { useGetOwnNewsInfiniteQuery, useReadOwnNewsMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    getOwnNews: readsPages(build, "getOwnNews", "after"),
    readOwnNews: does(build, "readOwnNews"),
  }),
});
