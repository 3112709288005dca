/** Questions of whoever buys: what is on sale, buying, and what was bought. */
import { api } from "../store/api";
import { does, reads, readsPages } from "../store/ask";

export const {
  useGetOfferedQuery,
  useBuyMutation,
  useGetOwnOrderQuery,
  useGetOwnOrdersInfiniteQuery,
  usePutInCardMutation,
  useCancelOrderMutation,
  useTakeCancelBackMutation,
  useGiveSeatsMutation,
  useTakeSeatBackMutation,
  useMakeSeatLinkMutation,
  useEndSeatLinkMutation,
  useGetOfferedSeatQuery,
  useTakeSeatMutation,
  useGiveOwnBackMutation,
  useChangeBillingMutation,
  useGetWayChangesQuery,
  useChangeWayMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getOffered: reads(build, "getOffered", { keepUnusedDataFor: 5 }),
    buy: does(build, "buy"),
    getOwnOrder: reads(build, "getOwnOrder", { keepUnusedDataFor: 0 }),
    getOwnOrders: readsPages(build, "getOwnOrders", "after"),
    putInCard: does(build, "putInCard"),
    cancelOrder: does(build, "cancelOrder"),
    takeCancelBack: does(build, "takeCancelBack"),
    giveSeats: does(build, "giveSeats"),
    takeSeatBack: does(build, "takeSeatBack"),
    makeSeatLink: does(build, "makeSeatLink"),
    endSeatLink: does(build, "endSeatLink"),
    getOfferedSeat: reads(build, "getOfferedSeat", { keepUnusedDataFor: 0 }),
    takeSeat: does(build, "takeSeat"),
    giveOwnBack: does(build, "giveOwnBack"),
    changeBilling: does(build, "changeBilling"),
    getWayChanges: reads(build, "getWayChanges", { keepUnusedDataFor: 0 }),
    changeWay: does(build, "changeWay"),
  }),
});
