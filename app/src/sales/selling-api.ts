/** Questions of whoever sells: listings, orders, documents, income. The studio alone fetches them. */
import { api } from "../store/api";
import { does, reads, readsPages } from "../store/ask";

export const {
  useGetIncomeQuery,
  useGetIncomeOrdersInfiniteQuery,
  useGetListingsInfiniteQuery,
  useCreateListingMutation,
  useGetListingQuery,
  useChangeListingMutation,
  useSplitCourseMutation,
  useGetOrdersInfiniteQuery,
  useLazyGetOrderPageQuery,
  useGetOrderQuery,
  useGetRefundQuery,
  useGiveBackMutation,
  useGiveExcessBackMutation,
  useGetDocumentsInfiniteQuery,
  useLazyGetDocumentPageQuery,
  useOrderByHandMutation,
  useMarkPaidMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getIncome: reads(build, "getIncome"),
    getIncomeOrders: readsPages(build, "getIncomeOrders", "after"),
    getListings: readsPages(build, "getListings", "after"),
    createListing: does(build, "createListing"),
    getListing: reads(build, "getListing"),
    changeListing: does(build, "changeListing"),
    splitCourse: does(build, "splitCourse"),
    getOrders: readsPages(build, "getOrders", "after"),
    getOrderPage: reads(build, "getOrders", { keepUnusedDataFor: 0 }),
    getOrder: reads(build, "getOrder"),
    getRefund: reads(build, "getRefund", { keepUnusedDataFor: 0 }),
    giveBack: does(build, "giveBack"),
    giveExcessBack: does(build, "giveExcessBack"),
    getDocuments: readsPages(build, "getDocuments", "after"),
    getDocumentPage: reads(build, "getDocuments", { keepUnusedDataFor: 0 }),
    orderByHand: does(build, "orderByHand"),
    markPaid: does(build, "markPaid"),
  }),
});
