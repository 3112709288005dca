/** Questions about what is on sale and what was bought, and buying. */
import { api } from "../store/api";
import { does, reads, readsPages } from "../store/ask";

export const {
  useGetListingsInfiniteQuery,
  useCreateListingMutation,
  useGetListingQuery,
  useChangeListingMutation,
  useGetOfferedQuery,
  useBuyMutation,
  useGetOwnOrderQuery,
  useGiveSeatsMutation,
  useTakeSeatBackMutation,
  useGetOrdersInfiniteQuery,
  useLazyGetOrderPageQuery,
  useGetOrderQuery,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getListings: readsPages(build, "getListings", "after"),
    createListing: does(build, "createListing"),
    getListing: reads(build, "getListing"),
    changeListing: does(build, "changeListing"),
    getOffered: reads(build, "getOffered", { keepUnusedDataFor: 5 }),
    buy: does(build, "buy"),
    getOwnOrder: reads(build, "getOwnOrder", { keepUnusedDataFor: 0 }),
    giveSeats: does(build, "giveSeats"),
    takeSeatBack: does(build, "takeSeatBack"),
    getOrders: readsPages(build, "getOrders", "after"),
    getOrderPage: reads(build, "getOrders", { keepUnusedDataFor: 0 }),
    getOrder: reads(build, "getOrder"),
  }),
});
