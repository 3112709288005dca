/** Questions about assignments, and what changes them. */
import { api } from "../../store/api";
import { does, reads, readsPages } from "../../store/ask";

export const {
  useGetMyAssignmentQuery,
  useKeepMyDraftMutation,
  useSubmitMutation,
  useGetSubmissionsInfiniteQuery,
  useGetReviewMailQuery,
  useSetReviewMailMutation,
  useGetSubmissionQuery,
  useReviewMutation,
  useTakeOverMutation,
  useGetRubricsQuery,
  useKeepRubricMutation,
  useRemoveRubricMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getMyAssignment: reads(build, "getMyAssignment"),
    keepMyDraft: does(build, "keepMyDraft"),
    submit: does(build, "submit"),
    getSubmissions: readsPages(build, "getSubmissions", "after"),
    getReviewMail: reads(build, "getReviewMail"),
    setReviewMail: does(build, "setReviewMail"),
    getSubmission: reads(build, "getSubmission"),
    review: does(build, "review"),
    takeOver: does(build, "takeOver"),
    getRubrics: reads(build, "getRubrics"),
    keepRubric: does(build, "keepRubric"),
    removeRubric: does(build, "removeRubric"),
  }),
});
