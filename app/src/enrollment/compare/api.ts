/** The question about cohorts side by side. */
import { api } from "../../store/api";
import { reads } from "../../store/ask";

export const { useCompareCohortsQuery } = api.injectEndpoints({
  endpoints: (build) => ({ compareCohorts: reads(build, "compareCohorts") }),
});
