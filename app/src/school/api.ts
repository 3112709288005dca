/** Questions about a school. */
import type { School } from "@dawngate/contract";
import { api, path } from "../store/api";

export const { useGetStartQuery, useGetSchoolQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getStart: build.query<{ school: string | null }, void>({ query: () => "/start" }),
    getSchool: build.query<School, string>({ query: (school) => path("schools", school) }),
  }),
});
