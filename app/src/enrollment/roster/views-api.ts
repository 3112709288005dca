/** Kept views of rosters. */
import { api } from "../../store/api";
import { does, reads } from "../../store/ask";

export const { useGetRosterViewsQuery, useKeepRosterViewMutation, useDropRosterViewMutation } =
  api.injectEndpoints({
    endpoints: (build) => ({
      getRosterViews: reads(build, "getRosterViews"),
      keepRosterView: does(build, "keepRosterView"),
      dropRosterView: does(build, "dropRosterView"),
    }),
  });
