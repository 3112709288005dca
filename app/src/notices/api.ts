/** Questions about notices. */
import { api } from "../store/api";
import { does, reads, readsPages } from "../store/ask";

export const {
  useGetNoticeSettingsQuery,
  useChangeNoticeSettingsMutation,
  useGetNoticeTextQuery,
  useChangeNoticeTextMutation,
  useTryNoticeMutation,
  useGetNoticesAheadQuery,
  useGetNoticesSentInfiniteQuery,
  useLazyGetSentPageQuery,
  useGetNoticeSentQuery,
  useSendNoticeAgainMutation,
  useGetToldToQuery,
  useGetNoticesWrongQuery,
  useCorrectNoticesMutation,
  useGetOwnWishesQuery,
  useChangeOwnWishesMutation,
  useGetWishesByKeyQuery,
  useChangeWishesByKeyMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getNoticeSettings: reads(build, "getNoticeSettings"),
    changeNoticeSettings: does(build, "changeNoticeSettings"),
    getNoticeText: reads(build, "getNoticeText"),
    changeNoticeText: does(build, "changeNoticeText"),
    tryNotice: does(build, "tryNotice"),
    getNoticesAhead: reads(build, "getNoticesAhead"),
    getNoticesSent: readsPages(build, "getNoticesSent", "after"),
    getSentPage: reads(build, "getNoticesSent"),
    getNoticeSent: reads(build, "getNoticeSent"),
    sendNoticeAgain: does(build, "sendNoticeAgain"),
    getToldTo: reads(build, "getToldTo"),
    getNoticesWrong: reads(build, "getNoticesWrong"),
    correctNotices: does(build, "correctNotices"),
    getOwnWishes: reads(build, "getOwnWishes"),
    changeOwnWishes: does(build, "changeOwnWishes"),
    getWishesByKey: reads(build, "getWishesByKey"),
    changeWishesByKey: does(build, "changeWishesByKey"),
  }),
});
