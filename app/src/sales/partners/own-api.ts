/** What a partner asks, by the link of their own page. */
import { api } from "../../store/api";
import { reads } from "../../store/ask";

export const { useGetPartnerPageQuery } = api.injectEndpoints({
  endpoints: (build) => ({ getPartnerPage: reads(build, "getPartnerPage") }),
});
