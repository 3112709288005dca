/** Questions about partners, for staff. */
import { api } from "../../store/api";
import { does, reads, readsPages } from "../../store/ask";

export const {
  useGetPartnersQuery,
  useAddPartnerMutation,
  useSetPartnerTermsMutation,
  useGetPartnerQuery,
  useChangePartnerMutation,
  useGetBroughtInfiniteQuery,
  useLazyGetBroughtPageQuery,
  useGetPayoutsInfiniteQuery,
  useLazyGetPayoutsPageQuery,
  usePayOutMutation,
  useTakePayoutBackMutation,
  useOpenPartnerPageMutation,
  useShutPartnerPageMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getPartners: reads(build, "getPartners"),
    addPartner: does(build, "addPartner"),
    setPartnerTerms: does(build, "setPartnerTerms"),
    getPartner: reads(build, "getPartner"),
    changePartner: does(build, "changePartner"),
    getBrought: readsPages(build, "getBrought", "after"),
    getBroughtPage: reads(build, "getBrought", { keepUnusedDataFor: 0 }),
    getPayouts: readsPages(build, "getPayouts", "after"),
    getPayoutsPage: reads(build, "getPayouts", { keepUnusedDataFor: 0 }),
    payOut: does(build, "payOut"),
    takePayoutBack: does(build, "takePayoutBack"),
    openPartnerPage: does(build, "openPartnerPage"),
    shutPartnerPage: does(build, "shutPartnerPage"),
  }),
});
