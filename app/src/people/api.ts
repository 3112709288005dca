/** Questions about the people a school knows, and what changes them. */
import { api } from "../store/api";
import { does, reads, readsPages } from "../store/ask";

export const {
  useForgetMutation,
  useGetEveryoneInfiniteQuery,
  useLazyFindEveryoneQuery,
  useFindEveryoneQuery,
  useGetSomeoneQuery,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getEveryone: readsPages(build, "getEveryone", "after", { keepUnusedDataFor: 10 }),
    findEveryone: reads(build, "getEveryone", { keepUnusedDataFor: 10 }),
    getSomeone: reads(build, "getSomeone"),
    forget: does(build, "forget"),
  }),
});
